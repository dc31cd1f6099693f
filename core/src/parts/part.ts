import type { Material } from '../bushing';
import { BadInput, finite } from '../error';
import { LINK_KINDS, type AxleEnd, type EndKind, type Hold, type LinkKind } from '../vehicle';
import type { BookValue } from '../torque';

/** A link of each kind, and what else is sold for these joints. */
export const PART_KINDS = [
  ...LINK_KINDS.map((k) => `${k} link` as const),
  'frame bushing',
  'sway bar',
  'other part',
  'refit',
] as const satisfies readonly string[];
export type PartKind = `${LinkKind} link` | 'frame bushing' | 'sway bar' | 'other part' | 'refit';

/** "on the shelf", "here in 26 h": when it is had; nobody may have said. */
export const sayHere = (p: Pick<Part, 'stock' | 'deliveryHours'>): string =>
  p.stock > 0 ? 'on the shelf' : p.deliveryHours ? `here in ${p.deliveryHours} h` : 'to be ordered';
/** "24 months", "no warranty"; empty where nobody said. */
export const sayWarranty = (months: number | undefined): string =>
  months === undefined ? '' : finite('months of warranty', months) === 0 ? 'no warranty' : `${months} months`;

export const isLink = (kind: PartKind): boolean => kind.endsWith(' link');
/** Kinds whose length is set by turning. */
export const isAdjustable = (kind: PartKind): boolean => kind === 'rod-end link';

export const GRADES = ['plain', 'better', 'heavy duty'] as const;
export type Grade = (typeof GRADES)[number];

/** How a stud sits: in a cone, or on a shoulder. */
export const SEATS = ['taper', 'shoulder'] as const;
export type Seat = (typeof SEATS)[number];

/** Which side a frame bushing is slit at, as it sits. */
export const SPLITS = ['front', 'back', 'top', 'bottom', 'none'] as const;
export type Split = (typeof SPLITS)[number];

/** Sizes that a part may carry and a technician may measure for it; those of an end are asked of each end. */
export const SIZES = [
  'bar-diameter',
  'bar-seat',
  'link-length',
  'stud-thread',
  'stud-seat',
  'nut-hex',
  'hold',
  'hole-spacing',
  'bushing-height',
  'bar-width',
] as const;
export type Size = (typeof SIZES)[number];

/** One end of a link as it is sold. What its list does not say is left out. */
export interface PartEnd {
  readonly is?: EndKind | undefined;
  readonly thread?: string | undefined;
  readonly seat?: Seat | undefined;
  readonly nutHexMm?: number | undefined;
  readonly hold?: Hold | undefined;
  readonly holdMm?: number | undefined;
}

/** Raised with its shape; older ones are read through `readPart`. */
export const PART_VERSION = 3;

/** Something that is bought, as its list, its box or somebody with a caliper tells of it; what nobody said is left out. Lengths in mm. */
export interface Part {
  readonly version: typeof PART_VERSION;
  /** Its number, as its supplier has it. */
  readonly id: string;
  readonly kind: PartKind;
  readonly name: string;
  readonly grade: Grade;
  readonly supplier: string;
  readonly sided: 'left' | 'right' | 'either';
  readonly lengthMm?: number | undefined;
  /** From and to, of one whose length is set. */
  readonly lengthRangeMm?: readonly [number, number] | undefined;
  readonly upper?: PartEnd | undefined;
  readonly lower?: PartEnd | undefined;
  readonly boreMm?: number | undefined;
  readonly material?: Material | undefined;
  /** Shore A. */
  readonly hardness?: number | undefined;
  readonly split?: Split | undefined;
  /** Between the bolts of its bracket; of a bar, between its eyes. */
  readonly holeSpacingMm?: number | undefined;
  readonly heightMm?: number | undefined;
  readonly pip?: boolean | undefined;
  /** Of a bar. */
  readonly barMm?: number | undefined;
  readonly wallMm?: number | undefined;
  readonly shape?: string | undefined;
  /** It has a grease fitting. */
  readonly greaseable?: boolean | undefined;
  /** How far its maker lets it run between greasings, km. */
  readonly greaseEveryKm?: number | undefined;
  readonly nutsSupplied?: boolean | undefined;
  /** What is marked on it, and which way that goes. */
  readonly orientation?: string | undefined;
  /** 0: it has none. */
  readonly warrantyMonths?: number | undefined;
  readonly priceMinor: number;
  readonly currency: string;
  /** On our own shelf. */
  readonly stock: number;
  /** 0: it is had at once. */
  readonly deliveryHours?: number | undefined;
  /** Torques the part's maker publishes for it. */
  readonly torque: readonly BookValue[];
  /** Vehicle types and axles the catalogue lists it for. */
  readonly fits: readonly { readonly typeId: string; readonly axle: AxleEnd }[];
  /** Where its dimensions come from: a list, its box, a caliper. */
  readonly source: string;
}

type Raw = Readonly<Record<string, unknown>>;

/** How far an adjustable link of the first version was taken to reach either way, mm. */
const REACH_1 = 25;

/** Version 1 said of one stud what it meant of both, and knew adjustable links as a kind of their own. */
function from1({ thread, nutHexMm, hold, holdMm, ...p }: Raw): Raw {
  const end = Object.fromEntries(Object.entries({ thread, nutHexMm, hold, holdMm }).filter(([, v]) => v !== undefined));
  const adjustable = p['kind'] === 'adjustable link';
  const length = p['lengthMm'];
  return {
    ...p,
    version: 2,
    source: 'its list',
    ...(Object.keys(end).length ? { upper: end, lower: end } : {}),
    ...(adjustable ? { kind: 'rod-end link' } : {}),
    ...(adjustable && typeof length === 'number' ? { lengthRangeMm: [length - REACH_1, length + REACH_1] } : {}),
  };
}

/** Version 2 wrote "no" and 0 where nobody had said anything: that is nobody's word. */
function from2({ greaseable, nutsSupplied, warrantyMonths, deliveryHours, ...p }: Raw): Raw {
  const said = Object.entries({ greaseable, nutsSupplied, warrantyMonths, deliveryHours }).filter(([, v]) => Boolean(v));
  return { ...p, version: 3, ...Object.fromEntries(said) };
}

const NEXT: Readonly<Record<number, (p: Raw) => Raw>> = { 1: from1, 2: from2 };

/** A stored part as today's program writes it. @throws BadInput when it comes from a newer program than this one */
export function readPart(stored: unknown): Part {
  let p = (typeof stored === 'object' && stored !== null ? stored : {}) as Raw;
  for (;;) {
    const version = Number(p['version'] ?? 1);
    if (version === PART_VERSION) return p as unknown as Part;
    const next = NEXT[version];
    if (!next) throw new BadInput('version of the part', `must be from 1 to ${PART_VERSION}`, version);
    p = next(p);
  }
}
