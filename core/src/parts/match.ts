import { sayLength, type LengthUnit } from '../units';
import { positive } from '../error';
import { sayHex } from '../thread';
import type { AxleEnd, Hold } from '../vehicle';
import type { Part, PartKind, Size } from './part';

/** What is wanted: the file's word and what was measured. Absent means not known. */
export interface Wanted {
  readonly kinds: readonly PartKind[];
  readonly typeId?: string | undefined;
  readonly axle?: AxleEnd | undefined;
  readonly side?: 'left' | 'right' | undefined;
  readonly lengthMm?: number | undefined;
  readonly thread?: string | undefined;
  readonly nutHexMm?: number | undefined;
  readonly hold?: Hold | undefined;
  readonly holdMm?: number | undefined;
  /** The bar's clean (nominal) diameter. */
  readonly barMm?: number | undefined;
  /** The thinnest the bar is where a bushing sits, where it was measured. */
  readonly seatMm?: number | undefined;
  /** Where each of these comes from; what is only usual was measured by nobody. */
  readonly from?: Partial<Record<Size, Origin>>;
}

/** Where a size comes from. */
export type Origin = 'measured' | 'worked out' | 'file' | 'usual';

export interface FitLine {
  readonly what: string;
  readonly wanted: string;
  readonly has: string;
  readonly fit: 'same' | 'near' | 'differs' | 'unknown';
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
/** Interference of a frame bushing on its bar: to 1 mm rubber, 0.5 mm polyurethane; never larger than the bar (common practice, no source). */
export const INTERFERENCE_MM = { rubber: 1, polyurethane: 0.5 } as const;

/**
 * Holds one part against what is wanted. Hard mismatches (kind, thread, bore, far length, wrong side)
 * exclude with the reason; soft ones lower the score.
 */
export function matchPart(part: Part, w: Wanted, unit?: LengthUnit): Candidate {
  const mm = (v: number): string => (unit === 'in' ? sayLength(v, 1, unit) : `${v} mm`);
  const excluded: string[] = [];
  const lines: FitLine[] = [];
  let score = 1;
  if (!w.kinds.includes(part.kind)) excluded.push(`It is a ${part.kind}.`);
  if (part.sided !== 'either' && w.side && part.sided !== w.side) excluded.push(`It is for the ${part.sided} side.`);

  const listed = w.typeId !== undefined && part.fits.some((f) => f.typeId === w.typeId && (!w.axle || f.axle === w.axle));
  if (w.typeId) {
    lines.push({
      what: 'listed for this vehicle',
      wanted: 'yes',
      has: listed ? 'yes' : 'no',
      fit: listed ? 'same' : 'near',
    });
    if (!listed) score *= 0.6;
  }
  if (w.thread !== undefined && part.thread !== undefined) {
    const same = w.thread === part.thread;
    lines.push({ what: 'stud thread', wanted: w.thread, has: part.thread, fit: same ? 'same' : 'differs' });
    if (!same) excluded.push(`Its stud is ${part.thread}, ${w.thread} is wanted.`);
  }
  if (w.lengthMm !== undefined && part.lengthMm !== undefined) {
    positive('link length', w.lengthMm, 'mm');
    const off = Math.abs(part.lengthMm - w.lengthMm);
    const adjustable = part.kind === 'adjustable link' && off <= 25;
    lines.push({
      what: 'length',
      wanted: mm(w.lengthMm),
      has: mm(part.lengthMm),
      fit: off <= LENGTH_SAME_MM || adjustable ? 'same' : off <= LENGTH_OUT_MM ? 'near' : 'differs',
    });
    if (!adjustable && off > LENGTH_OUT_MM) excluded.push(`It is ${mm(part.lengthMm)} long, ${mm(w.lengthMm)} is wanted.`);
    else if (!adjustable && off > LENGTH_SAME_MM) score *= 1 - (0.5 * (off - LENGTH_SAME_MM)) / (LENGTH_OUT_MM - LENGTH_SAME_MM);
  }
  if (w.barMm !== undefined && part.boreMm !== undefined) {
    positive('bar diameter', w.barMm, 'mm');
    const interference = w.barMm - part.boreMm;
    const most = INTERFERENCE_MM[part.material ?? 'rubber'];
    const ok = interference >= 0 && interference <= most;
    lines.push({
      what: 'bore for the bar',
      wanted: `${mm(w.barMm)} bar`,
      has: `${mm(part.boreMm)} bore`,
      fit: ok ? 'same' : 'differs',
    });
    if (interference < 0) excluded.push(`Its ${mm(part.boreMm)} bore is larger than the ${mm(w.barMm)} bar.`);
    else if (interference > most) excluded.push(`Its ${mm(part.boreMm)} bore is too tight on the ${mm(w.barMm)} bar.`);
  }
  const air = w.seatMm !== undefined && part.boreMm !== undefined ? part.boreMm - w.seatMm : undefined;
  if (air !== undefined) {
    lines.push({
      what: 'grip at the seat',
      wanted: 'some',
      has: air < 0 ? sayLength(-air, 2, unit) : 'none',
      fit: air < 0 ? 'same' : 'differs',
    });
    // It would knock from the first day: never first, and it says so.
    if (air >= 0) score *= 0.3;
  }
  if (w.nutHexMm !== undefined && part.nutHexMm !== undefined) {
    const same = Math.abs(w.nutHexMm - part.nutHexMm) < 0.5;
    lines.push({
      what: 'nut hex',
      wanted: sayHex(w.nutHexMm),
      has: sayHex(part.nutHexMm),
      fit: same ? 'same' : 'near',
    });
    if (!same) score *= 0.95;
  }
  if (w.hold !== undefined && part.hold !== undefined) {
    const same = w.hold === part.hold && (w.holdMm === undefined || w.holdMm === part.holdMm);
    lines.push({
      what: 'held by',
      wanted: sayHold(w.hold, w.holdMm),
      has: sayHold(part.hold, part.holdMm),
      fit: same ? 'same' : 'near',
    });
    // How the stud is held never stops a part from fitting; flats are preferred when buying.
    if (!same && part.hold !== 'flats') score *= 0.95;
  }
  const grade = { plain: 0.94, better: 1, 'heavy duty': 0.97 }[part.grade];
  const near = part.stock > 0 ? 1 : 1 / (1 + part.deliveryHours / 240);
  score = excluded.length ? 0 : score * grade * near;
  const agree = lines.filter((l) => l.fit === 'same').map((l) => l.what);
  const sentence = excluded.length
    ? excluded.join(' ')
    : `${listed ? 'Listed for this vehicle' : fitsWhat(w, agree)}${agree.filter((a) => a !== 'listed for this vehicle').length ? `; ${agree.filter((a) => a !== 'listed for this vehicle').join(', ')} agree` : ''}${part.stock > 0 ? '; on the shelf' : `; here in ${part.deliveryHours} h`}.${air !== undefined && air >= 0 ? ` At the worn seat it has no grip (${sayLength(air, 2, unit)} of air).` : ''}`;
  return { part, excluded, score, lines, sentence };
}

/** What an unlisted part is known to fit: only what was measured is called that. */
function fitsWhat(w: Wanted, agree: readonly string[]): string {
  const size = (what: string) => OF_LINE[what];
  const origins = agree.map((a) => size(a) && w.from?.[size(a)!]);
  if (origins.includes('measured')) return 'Not listed; fits what was measured';
  if (origins.includes('worked out')) return 'Not listed; fits the length that was worked out';
  return origins.includes('file')
    ? 'Not listed; fits the file’s word'
    : 'Not listed; fits only what is usual: measure before it is ordered';
}
/** The size each line of a comparison is about. */
const OF_LINE: Readonly<Record<string, Size>> = {
  length: 'link-length',
  'stud thread': 'stud-thread',
  'nut hex': 'nut-hex',
  'held by': 'hold',
  'bore for the bar': 'bar-diameter',
};

const sayHold = (h: Hold, mm?: number): string => (h === 'none' ? 'nothing' : `${mm === undefined ? '?' : sayHex(mm)} ${h}`);

/** All parts held against what is wanted: fitting ones best first, then the excluded with their reasons. */
export function rankParts(parts: readonly Part[], w: Wanted, unit?: LengthUnit): Candidate[] {
  return parts.map((p) => matchPart(p, w, unit)).sort((a, b) => b.score - a.score || a.part.priceMinor - b.part.priceMinor);
}

/**
 * The dimension that would separate the remaining candidates best: the one with most distinct values
 * among them that is not known yet; undefined when none separates.
 */
export function askNext(candidates: readonly Candidate[], w: Wanted): Size | undefined {
  const left = candidates.filter((c) => c.excluded.length === 0).map((c) => c.part);
  const dims: [Size, boolean, (p: Part) => unknown][] = [
    ['stud-thread', w.thread === undefined, (p) => p.thread],
    ['link-length', w.lengthMm === undefined, (p) => p.lengthMm],
    ['bar-diameter', w.barMm === undefined, (p) => p.boreMm],
    ['nut-hex', w.nutHexMm === undefined, (p) => p.nutHexMm],
    ['hold', w.hold === undefined, (p) => (p.hold ? `${p.hold}${p.holdMm ?? ''}` : undefined)],
  ];
  const spread = (f: (p: Part) => unknown) => new Set(left.map(f).filter((x) => x !== undefined)).size;
  return dims
    .filter(([, open]) => open)
    .map(([m, , f]) => ({ m, n: spread(f) }))
    .filter((x) => x.n > 1)
    .sort((a, b) => b.n - a.n)[0]?.m;
}
