import { list } from '../text';
import { sayLength, type LengthUnit } from '../units';
import { LINK_ENDS, type AxleEnd, type Hold, type LinkEnd } from '../vehicle';
import { bore, Comparison, ends, isMeasured, length, type FitLine } from './comparison';
import { HEIGHT, HOLES, WIDTH } from './tolerances';
import { isLink, sayHere, SIZES, type Part, type PartKind, type Seat, type Size } from './part';

/** Where a size comes from. */
export type Origin = (typeof ORIGINS)[number];

/** One end of what is needed. */
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

export const ORIGINS = ['measured', 'by photograph', 'worked out', 'file', 'usual'] as const;

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
  /** Only what is listed for this vehicle fits: its shape is no number that could be compared. */
  readonly onlyListed?: boolean | undefined;
  /** Where each of these comes from; what is only usual was measured by nobody. */
  readonly from?: Readonly<Partial<Record<SizeKey, Origin>>>;
  /** How far each may be off, mm: what was measured is doubted by its rule or caliper. */
  readonly doubtMm?: Readonly<Partial<Record<SizeKey, number>>>;
}

export interface Candidate {
  readonly part: Part;
  readonly excluded: readonly string[];
  /** 0..1, higher is better; 0 when excluded. */
  readonly score: number;
  readonly lines: readonly FitLine[];
  readonly sentence: string;
}

/** One of which nobody said when it is here comes after those of the week, h. */
const LATE_H = 168;

/** How much a part is preferred among those that fit alike: its grade, and how soon it is here. */
const preferred = (part: Part): number =>
  ({ plain: 0.94, better: 1, 'heavy duty': 0.97 })[part.grade] *
  (part.stock > 0 ? 1 : 1 / (1 + (part.deliveryHours ?? LATE_H) / 240));

/**
 * Holds one part against what is needed. Hard mismatches (kind, thread, seat, bore, far length or holes, wrong side)
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
    if (!listed && w.onlyListed) c.excluded.push('It is not listed for this vehicle, and how it bolts on is its own.');
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
    (want, has) => `Its bracket’s holes are ${has} apart, ${want} is needed.`,
  );
  c.length('bushing-height', 'height', w.heightMm, part.heightMm, HEIGHT, (want, has) => `It is ${has} high, ${want} is needed.`);
  if (part.kind === 'sway bar') {
    // Another diameter is another stiffness, and its bushings are others: it is offered, below.
    c.length(
      'bar-diameter',
      'diameter',
      w.barMm,
      part.barMm,
      { same: 0.3, out: 8 },
      (want, has) => `It is ${has} across, ${want} is needed.`,
    );
    c.length(
      'bar-width',
      'between the eyes',
      w.widthMm,
      part.holeSpacingMm,
      WIDTH,
      (want, has) => `Its eyes are ${has} apart, ${want} is needed.`,
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
        // What is listed for the vehicle is taken to agree; of another it is said in what.
        ...(agree.length && !listed ? [`${saidTogether(agree)} agree`] : []),
        ...near.map((l) => `${l.what} ${l.has}, ${l.wanted} is ${l.by || 'wanted'}`),
        sayHere(part),
      ].join('; ')}.${air !== undefined ? ` At the worn seat it has no grip (${sayLength(air, 2, unit)} of air).` : ''}`;
  return {
    candidate: { part, excluded: c.excluded, score, lines: c.lines, sentence },
    fit: c.excluded.length ? 0 : c.fit,
    off: c.off,
  };
}

/** "length, upper stud thread and nut": an end is named only where the other one does not agree as well. */
function saidTogether(lines: readonly FitLine[]): string {
  const bare = (l: FitLine) => l.what.replace(/, (upper|lower) end$/, '');
  const end = (l: FitLine) => (bare(l) === l.what ? '' : l.what.slice(bare(l).length + 2).replace(' end', ''));
  const alone = (l: FitLine) => end(l) !== '' && !lines.some((o) => o !== l && bare(o) === bare(l));
  const names = lines.map((l) => (alone(l) ? `${end(l)} ${bare(l)}` : bare(l)));
  return list([...new Set(names)]);
}

/** What an unlisted part is known to fit: only what was measured is called that. */
function fitsWhat(w: Wanted, agree: readonly FitLine[]): string {
  const origins = agree.map((l) => (l.size === 'grip' ? 'measured' : w.from?.[l.size as SizeKey]));
  if (origins.some(isMeasured)) return 'Not listed; fits what was measured';
  if (origins.includes('worked out')) return 'Not listed; fits the length that was worked out';
  return origins.includes('file')
    ? 'Not listed; fits the file’s word'
    : 'Not listed; fits only what is usual: measure before it is ordered';
}

/**
 * All parts held against what is wanted: those that fit best first, of two that fit alike the one preferred, then the
 * nearer, then the cheaper; after them the excluded with their reasons. What differs beyond the doubt of the measurement
 * never comes before a part that is identical to what is needed.
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
