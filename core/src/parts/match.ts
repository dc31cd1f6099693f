import { INTERFERENCE_MM } from '../bushing';
import { attempt, positive } from '../error';
import { nutOnBolt, parseThread, sayHex, sayInterchange } from '../thread';
import { sayLength, type LengthUnit } from '../units';
import { LINK_ENDS, type AxleEnd, type Hold, type LinkEnd } from '../vehicle';
import { isAdjustable, isLink, sayHere, SIZES, type Part, type PartEnd, type PartKind, type Seat, type Size } from './part';

/** Where a size comes from. */
export type Origin = (typeof ORIGINS)[number];

/** One end of what is wanted. */
export interface EndWanted {
  readonly thread?: string | undefined;
  readonly seat?: Seat | undefined;
  readonly nutHexMm?: number | undefined;
  readonly hold?: Hold | undefined;
  readonly holdMm?: number | undefined;
}

/** A size, or that of one end: what is measured and asked for. */
export type SizeKey = Size | `${LinkEnd}.${Size}`;
export const SIZE_KEYS = [
  ...SIZES,
  ...LINK_ENDS.flatMap((end) => SIZES.map((size): SizeKey => `${end}.${size}`)),
] as readonly SizeKey[] as readonly [SizeKey, ...SizeKey[]];

export const ORIGINS = ['measured', 'worked out', 'file', 'usual'] as const;

/** What is wanted: the file's word and what was measured. Absent means not known. */
export interface Wanted {
  readonly kinds: readonly PartKind[];
  readonly typeId?: string | undefined;
  readonly axle?: AxleEnd | undefined;
  readonly side?: 'left' | 'right' | undefined;
  readonly lengthMm?: number | undefined;
  readonly upper?: EndWanted | undefined;
  readonly lower?: EndWanted | undefined;
  /** The bar's clean (nominal) diameter. */
  readonly barMm?: number | undefined;
  /** The thinnest the bar is where a bushing sits, where it was measured. */
  readonly seatMm?: number | undefined;
  readonly holeSpacingMm?: number | undefined;
  readonly heightMm?: number | undefined;
  /** Between the eyes of a bar. */
  readonly widthMm?: number | undefined;
  /** Where each of these comes from; what is only usual was measured by nobody. */
  readonly from?: Readonly<Partial<Record<SizeKey, Origin>>>;
  /** How far each may be off, mm: what was measured is doubted by its rule or caliper. */
  readonly doubtMm?: Readonly<Partial<Record<SizeKey, number>>>;
}

export interface FitLine {
  readonly size: SizeKey | 'listed' | 'grip';
  readonly what: string;
  readonly wanted: string;
  readonly has: string;
  readonly fit: 'same' | 'near' | 'differs' | 'unknown';
  /** Where the wanted value comes from: "measured ± 1 mm", "from the file". */
  readonly by: string;
}

export interface Candidate {
  readonly part: Part;
  readonly excluded: readonly string[];
  /** 0..1, higher is better; 0 when excluded. */
  readonly score: number;
  readonly lines: readonly FitLine[];
  readonly sentence: string;
}

/** A link's length may differ this much from what is wanted before it ranks lower, and before it is out (common practice, no source). */
export const LENGTH_SAME_MM = 3;
export const LENGTH_OUT_MM = 10;
/** A bracket's bolts, a bushing's height: the same within the first, out beyond the second (common practice, no source). */
const HOLES = { same: 0.5, out: 2 } as const;
const HEIGHT = { same: 1, out: 4 } as const;
/** A bar between its eyes. */
const WIDTH = { same: 4, out: 12 } as const;

/** What is the same for all that matters still comes after what is identical. */
const NEARLY = 0.99;

const OF: Readonly<Record<Origin, string>> = {
  measured: 'measured',
  'worked out': 'worked out',
  file: 'from the file',
  usual: 'usual, not measured',
};

const sayHold = (h: Hold, mm?: number): string => (h === 'none' ? 'nothing' : `${mm === undefined ? '?' : sayHex(mm)} ${h}`);

/** One part held against what is wanted, dimension by dimension. */
class Comparison {
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
  private origin(key: SizeKey): Origin | undefined {
    return this.w.from?.[key];
  }
  private by(key: SizeKey): string {
    const from = this.origin(key);
    const doubt = this.w.doubtMm?.[key];
    if (!from) return '';
    return from === 'measured' && doubt ? `${OF[from]} ± ${this.mm(doubt)}` : OF[from];
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
function ends(c: Comparison, part: Part, w: Wanted): void {
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
      `Its ${end} stud is ${thread}, ${want.thread} is wanted.${alike(thread, want.thread)}`,
    );
    c.word(
      key('stud-seat'),
      ofEnd('stud', end),
      want.seat,
      has?.seat,
      `Its ${end} stud has a ${has?.seat}, a ${want.seat} is wanted.`,
    );
    if (want.nutHexMm !== undefined && has?.nutHexMm !== undefined) {
      const same = Math.abs(want.nutHexMm - has.nutHexMm) < 0.5;
      c.add({
        size: key('nut-hex'),
        what: ofEnd('nut', end),
        wanted: sayHex(want.nutHexMm),
        has: sayHex(has.nutHexMm),
        fit: same ? 'same' : 'near',
      });
      if (!same) c.fit *= 0.97;
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

function length(c: Comparison, part: Part, w: Wanted): void {
  if (!isAdjustable(part.kind)) {
    return c.length(
      'link-length',
      'length',
      w.lengthMm,
      part.lengthMm,
      { same: LENGTH_SAME_MM, out: LENGTH_OUT_MM },
      (want, has) => `It is ${has} long, ${want} is wanted.`,
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
  if (!reaches) c.differs('link-length', `It is set from ${has}, ${wanted} is wanted.`);
}

/** The bore for the bar, and what grip is left where the bar is worn. @returns air at the seat, mm, where there is any */
function bore(c: Comparison, part: Part, w: Wanted): number | undefined {
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

/** One of which nobody said when it is here comes after those of the week, h. */
const LATE_H = 168;

/** How much a part is preferred among those that fit alike: its grade, and how soon it is here. */
const preferred = (part: Part): number =>
  ({ plain: 0.94, better: 1, 'heavy duty': 0.97 })[part.grade] *
  (part.stock > 0 ? 1 : 1 / (1 + (part.deliveryHours ?? LATE_H) / 240));

/**
 * Holds one part against what is wanted. Hard mismatches (kind, thread, seat, bore, far length or holes, wrong side)
 * exclude with the reason; soft ones lower the score. A measured value has its doubt on its side; one that is only
 * usual excludes nothing.
 */
export function matchPart(part: Part, w: Wanted, unit?: LengthUnit): Candidate {
  return compared(part, w, unit).candidate;
}

function compared(part: Part, w: Wanted, unit?: LengthUnit): { candidate: Candidate; fit: number; off: number } {
  const c = new Comparison(w, unit);
  if (!w.kinds.includes(part.kind)) c.excluded.push(`It is a ${part.kind}.`);
  if (part.sided !== 'either' && w.side && part.sided !== w.side) c.excluded.push(`It is for the ${part.sided} side.`);
  const listed = w.typeId !== undefined && part.fits.some((f) => f.typeId === w.typeId && (!w.axle || f.axle === w.axle));
  if (w.typeId) {
    c.add({
      size: 'listed',
      what: 'listed for this vehicle',
      wanted: 'yes',
      has: listed ? 'yes' : 'no',
      fit: listed ? 'same' : 'near',
    });
    if (!listed) c.fit *= 0.6;
  }
  if (isLink(part.kind)) {
    length(c, part, w);
    ends(c, part, w);
  }
  const air = bore(c, part, w);
  c.length(
    'hole-spacing',
    'holes',
    w.holeSpacingMm,
    part.kind === 'frame bushing' ? part.holeSpacingMm : undefined,
    HOLES,
    (want, has) => `Its bracket’s holes are ${has} apart, ${want} is wanted.`,
  );
  c.length('bushing-height', 'height', w.heightMm, part.heightMm, HEIGHT, (want, has) => `It is ${has} high, ${want} is wanted.`);
  if (part.kind === 'sway bar') {
    // Another diameter is another stiffness, and its bushings are others: it is offered, below.
    c.length(
      'bar-diameter',
      'diameter',
      w.barMm,
      part.barMm,
      { same: 0.3, out: 8 },
      (want, has) => `It is ${has} across, ${want} is wanted.`,
    );
    c.length(
      'bar-width',
      'between the eyes',
      w.widthMm,
      part.holeSpacingMm,
      WIDTH,
      (want, has) => `Its eyes are ${has} apart, ${want} is wanted.`,
    );
  }
  const agree = c.lines.filter((l) => l.fit === 'same' && l.size !== 'listed');
  // How the stud is held stops nothing, and is said by whoever shows the part.
  const near = c.lines.filter((l) => l.fit === 'near' && l.size !== 'listed' && !/hold$/.test(l.size));
  const score = c.excluded.length ? 0 : c.fit * preferred(part);
  const sentence = c.excluded.length
    ? c.excluded.join(' ')
    : `${[
        listed ? 'Listed for this vehicle' : fitsWhat(w, agree),
        ...(agree.length ? [`${saidTogether(agree)} agree`] : []),
        ...near.map((l) => `${l.what} ${l.has}, ${l.wanted} is ${l.by || 'wanted'}`),
        sayHere(part),
      ].join('; ')}.${air !== undefined ? ` At the worn seat it has no grip (${sayLength(air, 2, unit)} of air).` : ''}`;
  return {
    candidate: { part, excluded: c.excluded, score, lines: c.lines, sentence },
    fit: c.excluded.length ? 0 : c.fit,
    off: c.off,
  };
}

/** "stud thread, length": an end is named only where the other one does not agree as well. */
function saidTogether(lines: readonly FitLine[]): string {
  const bare = (l: FitLine) => l.what.replace(/, (upper|lower) end$/, '');
  const names = lines.map((l) => (lines.some((o) => o !== l && bare(o) === bare(l)) ? bare(l) : l.what));
  return [...new Set(names)].join(', ');
}

/** What an unlisted part is known to fit: only what was measured is called that. */
function fitsWhat(w: Wanted, agree: readonly FitLine[]): string {
  const origins = agree.map((l) => (l.size === 'grip' ? 'measured' : w.from?.[l.size as SizeKey]));
  if (origins.includes('measured')) return 'Not listed; fits what was measured';
  if (origins.includes('worked out')) return 'Not listed; fits the length that was worked out';
  return origins.includes('file')
    ? 'Not listed; fits the file’s word'
    : 'Not listed; fits only what is usual: measure before it is ordered';
}

/**
 * All parts held against what is wanted: those that fit best first, of two that fit alike the one preferred, then the
 * nearer, then the cheaper; after them the excluded with their reasons. What differs beyond the doubt of the measurement
 * never comes before a part that is identical to what is wanted.
 */
export function rankParts(parts: readonly Part[], w: Wanted, unit?: LengthUnit): Candidate[] {
  return parts
    .map((p) => compared(p, w, unit))
    .sort(
      (a, b) =>
        b.fit - a.fit ||
        b.candidate.score - a.candidate.score ||
        a.off - b.off ||
        a.candidate.part.priceMinor - b.candidate.part.priceMinor,
    )
    .map((x) => x.candidate);
}

/** A size to measure next, and how many of the parts that are left it would leave out, as far as can be told before. */
export interface Ask {
  readonly key: SizeKey;
  readonly leavesOut: number;
  readonly of: number;
}

const ASKED: readonly (readonly [Size, (p: Part, e?: PartEnd) => unknown, 'end' | 'part'])[] = [
  ['stud-thread', (_p, e) => e?.thread, 'end'],
  ['stud-seat', (_p, e) => e?.seat, 'end'],
  ['link-length', (p) => (isLink(p.kind) && !isAdjustable(p.kind) ? p.lengthMm : undefined), 'part'],
  ['bar-diameter', (p) => p.boreMm ?? p.barMm, 'part'],
  ['hole-spacing', (p) => (p.kind === 'frame bushing' ? p.holeSpacingMm : undefined), 'part'],
  ['bushing-height', (p) => p.heightMm, 'part'],
  ['bar-width', (p) => (p.kind === 'sway bar' ? p.holeSpacingMm : undefined), 'part'],
  ['nut-hex', (_p, e) => e?.nutHexMm, 'end'],
];

/**
 * The size that separates what is left best: each value parts have of it may be the one; what is left then is the share
 * of each squared. Only sizes that nobody measured, and that no file or box says, are asked for.
 */
export function askNext(candidates: readonly Candidate[], w: Wanted): Ask | undefined {
  const left = candidates.filter((c) => c.excluded.length === 0).map((c) => c.part);
  const open = (key: SizeKey) => (w.from?.[key] ?? 'usual') === 'usual';
  const leavesOut = (value: (p: Part) => unknown): number => {
    const by = new Map<unknown, number>();
    const said = left.map(value).filter((v) => v !== undefined);
    for (const v of said) by.set(v, (by.get(v) ?? 0) + 1);
    return said.length - [...by.values()].reduce((sum, n) => sum + (n * n) / said.length, 0);
  };
  const asks = ASKED.flatMap(([size, value, of]): Ask[] => {
    const keys: SizeKey[] = of === 'part' ? [size] : LINK_ENDS.map((end): SizeKey => `${end}.${size}`);
    return keys.filter(open).map((key) => {
      const end = key.includes('.') ? (key.split('.')[0] as LinkEnd) : undefined;
      return { key, leavesOut: leavesOut((p) => value(p, end && p[end])), of: left.length };
    });
  });
  return asks.filter((a) => a.leavesOut >= 0.5).sort((a, b) => b.leavesOut - a.leavesOut)[0];
}
