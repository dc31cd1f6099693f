import { type Hold, type LinkEnd, LINK_ENDS } from '../vehicle';
import { type LengthUnit, sayLength } from '../units';
import { sayHex, nutOnBolt, parseThread, sayInterchange } from '../thread';
import { positive, attempt } from '../error';
import { INTERFERENCE_MM } from '../bushing';
import type { Origin, SizeKey, Wanted } from './match';
import { type Part, type Size, isAdjustable } from './part';
import { LENGTH_OUT_MM, LENGTH_SAME_MM } from './tolerances';

/** Whether somebody measured it at this part or vehicle, by a gauge or by a photograph. */
export const isMeasured = (o: Origin | undefined): boolean => o === 'measured' || o === 'by photograph';

export interface FitLine {
  readonly size: SizeKey | 'listed' | 'grip';
  readonly what: string;
  readonly wanted: string;
  readonly has: string;
  readonly fit: 'same' | 'near' | 'differs' | 'unknown';
  /** Where the wanted value comes from: "measured ± 1 mm", "from the file". */
  readonly by: string;
}

/** What is the same for all that matters still comes after what is identical. */
const NEARLY = 0.99;
const OF: Readonly<Record<Origin, string>> = {
  measured: 'measured',
  'by photograph': 'by photograph',
  'worked out': 'worked out',
  file: 'from the file',
  usual: 'usual, not measured',
};
const sayHold = (h: Hold, mm?: number): string => (h === 'none' ? 'nothing' : `${mm === undefined ? '?' : sayHex(mm)} ${h}`);
/** One part held against what is wanted, dimension by dimension. */
export class Comparison {
  readonly excluded: string[] = [];
  readonly lines: FitLine[] = [];
  fit = 1;
  /** By how much it differs where it counts as the same, of two that fit alike: mm summed. */
  off = 0;

  constructor(
    private readonly w: Wanted,
    private readonly unit: LengthUnit | undefined,
  ) {}
  mm(v: number): string {
    return this.unit === 'in' ? sayLength(v, 1, this.unit) : `${v} mm`;
  }
  origin(key: SizeKey): Origin | undefined {
    return this.w.from?.[key];
  }
  private by(key: SizeKey): string {
    const from = this.origin(key);
    const doubt = this.w.doubtMm?.[key];
    if (!from) return '';
    return isMeasured(from) && doubt ? `${OF[from]} ± ${this.mm(doubt)}` : OF[from];
  }
  add(line: Omit<FitLine, 'by'>): void {
    const key = line.size === 'listed' || line.size === 'grip' ? undefined : line.size;
    this.lines.push({ ...line, by: key ? this.by(key) : '' });
  }
  /** What differs is out; what was only usual to begin with lowers it instead. */
  differs(key: SizeKey, why: string): void {
    if (this.origin(key) === 'usual') this.fit *= 0.5;
    else this.excluded.push(why);
  }
  /** A word that is the same or not. */
  word(key: SizeKey, what: string, wanted: string | undefined, has: string | undefined, why: string): void {
    if (wanted === undefined) return;
    if (has === undefined) return this.add({ size: key, what, wanted, has: 'not said', fit: 'unknown' });
    const same = wanted === has;
    const usual = this.origin(key) === 'usual';
    this.add({ size: key, what, wanted, has, fit: same ? 'same' : usual ? 'near' : 'differs' });
    if (!same) this.differs(key, why);
  }
  /** A length: the same within one bound, lower between them, out beyond; the doubt of the measurement is on its side. */
  length(
    key: SizeKey,
    what: string,
    wanted: number | undefined,
    has: number | undefined,
    bounds: { readonly same: number; readonly out: number },
    why: (wanted: string, has: string) => string,
  ): void {
    if (wanted === undefined) return;
    positive(what, wanted, 'mm');
    if (has === undefined) return this.add({ size: key, what, wanted: this.mm(wanted), has: 'not said', fit: 'unknown' });
    const raw = Math.abs(has - wanted);
    const off = Math.max(0, raw - (this.w.doubtMm?.[key] ?? 0));
    const usual = this.origin(key) === 'usual';
    const fit = off <= bounds.same ? 'same' : off <= bounds.out || usual ? 'near' : 'differs';
    this.add({ size: key, what, wanted: this.mm(wanted), has: this.mm(has), fit });
    this.off += raw;
    if (off > bounds.out) this.differs(key, why(this.mm(wanted), this.mm(has)));
    else if (off > bounds.same) this.fit *= NEARLY - (0.5 * (off - bounds.same)) / (bounds.out - bounds.same);
    else this.fit *= 1 - ((1 - NEARLY) * off) / bounds.same;
  }
}

/** "stud thread, upper end" where both ends are asked apart. */
const ofEnd = (what: string, end: LinkEnd): string => `${what}, ${end} end`;
/** What the vehicle's nut does on such a stud, where that is not seen at once. */
function alike(stud: string | undefined, nut: string | undefined): string {
  if (!stud || !nut || stud === nut) return '';
  const said = attempt(() => nutOnBolt(parseThread(nut), parseThread(stud)));
  return said.ok && said.value.is === 'strips' ? ` ${sayInterchange(stud, nut)}` : '';
}

/** Each end against the one it goes on, upper with upper, as the list has them. */
export function ends(c: Comparison, part: Part, w: Wanted): void {
  for (const end of LINK_ENDS) {
    const [want, has] = [w[end], part[end]];
    if (!want) continue;
    const key = <S extends Size>(size: S): SizeKey => `${end}.${size}`;
    const thread = has?.thread;
    c.word(
      key('stud-thread'),
      ofEnd('stud thread', end),
      want.thread,
      thread,
      `Its ${end} stud is ${thread}, ${want.thread} is needed.${alike(thread, want.thread)}`,
    );
    c.word(
      key('stud-seat'),
      ofEnd('stud', end),
      want.seat,
      has?.seat,
      `Its ${end} stud has a ${has?.seat}, a ${want.seat} is needed.`,
    );
    if (want.nutHexMm !== undefined && has?.nutHexMm !== undefined) {
      const [wanted, found] = [sayHex(want.nutHexMm), sayHex(has.nutHexMm)];
      const same = Math.abs(want.nutHexMm - has.nutHexMm) < 0.5;
      // The file's word is of the part this vehicle takes; a nut that was measured may have been another before, and
      // rod ends bring their own bolts.
      const out = !same && !isAdjustable(part.kind) && c.origin(key('nut-hex')) === 'file';
      c.add({
        size: key('nut-hex'),
        what: ofEnd('nut', end),
        wanted,
        has: same ? wanted : found,
        fit: same ? 'same' : out ? 'differs' : 'near',
      });
      if (out) c.differs(key('nut-hex'), `Its ${end} nut takes ${found}, the file says ${wanted}: it is another part.`);
      else if (!same) c.fit *= 0.97;
    }
    if (want.hold !== undefined && has?.hold !== undefined) {
      const same = want.hold === has.hold && (want.holdMm === undefined || want.holdMm === has.holdMm);
      c.add({
        size: key('hold'),
        what: ofEnd('held by', end),
        wanted: sayHold(want.hold, want.holdMm),
        has: sayHold(has.hold, has.holdMm),
        fit: same ? 'same' : 'near',
      });
      // How the stud is held never stops a part from fitting; flats are preferred when buying.
      if (!same && has.hold !== 'flats') c.fit *= 0.97;
    }
  }
}

export function length(c: Comparison, part: Part, w: Wanted): void {
  if (!isAdjustable(part.kind)) {
    return c.length(
      'link-length',
      'length',
      w.lengthMm,
      part.lengthMm,
      { same: LENGTH_SAME_MM, out: LENGTH_OUT_MM },
      (want, has) => `It is ${has} long, ${want} is needed.`,
    );
  }
  if (w.lengthMm === undefined) return;
  positive('length', w.lengthMm, 'mm');
  const range = part.lengthRangeMm;
  const wanted = c.mm(w.lengthMm);
  if (!range) return c.add({ size: 'link-length', what: 'length', wanted, has: 'not said', fit: 'unknown' });
  const has = `${range[0]}–${c.mm(range[1])}`;
  const doubt = w.doubtMm?.['link-length'] ?? 0;
  const reaches = w.lengthMm + doubt >= range[0] && w.lengthMm - doubt <= range[1];
  c.add({ size: 'link-length', what: 'length, set', wanted, has, fit: reaches ? 'same' : 'differs' });
  if (!reaches) c.differs('link-length', `It is set from ${has}, ${wanted} is needed.`);
}

/** The bore for the bar, and what grip is left where the bar is worn. @returns air at the seat, mm, where there is any */
export function bore(c: Comparison, part: Part, w: Wanted): number | undefined {
  if (w.barMm !== undefined && part.boreMm === undefined && part.kind === 'frame bushing')
    c.add({ size: 'bar-diameter', what: 'bore for the bar', wanted: `${c.mm(w.barMm)} bar`, has: 'not said', fit: 'unknown' });
  if (w.barMm !== undefined && part.boreMm !== undefined) {
    positive('bar diameter', w.barMm, 'mm');
    const doubt = w.doubtMm?.['bar-diameter'] ?? 0;
    const interference = w.barMm - part.boreMm;
    const most = INTERFERENCE_MM[part.material ?? 'rubber'];
    const ok = interference + doubt >= 0 && interference - doubt <= most;
    c.add({
      size: 'bar-diameter',
      what: 'bore for the bar',
      wanted: `${c.mm(w.barMm)} bar`,
      has: `${c.mm(part.boreMm)} bore`,
      fit: ok ? 'same' : 'differs',
    });
    c.off += Math.max(0, -interference, interference - most);
    if (!ok)
      c.differs(
        'bar-diameter',
        interference < 0
          ? `Its ${c.mm(part.boreMm)} bore is larger than the ${c.mm(w.barMm)} bar.`
          : `Its ${c.mm(part.boreMm)} bore is too tight on the ${c.mm(w.barMm)} bar.`,
      );
  }
  const air = w.seatMm !== undefined && part.boreMm !== undefined ? part.boreMm - w.seatMm : undefined;
  if (air === undefined) return undefined;
  c.add({
    size: 'grip',
    what: 'grip at the seat',
    wanted: 'some',
    has: air < 0 ? c.mm(Math.round(-air * 100) / 100) : 'none',
    fit: air < 0 ? 'same' : 'differs',
  });
  // It would knock from the first day: never first, and it says so.
  if (air >= 0) c.fit *= 0.3;
  return air >= 0 ? air : undefined;
}
