import { BadInput } from '../error';
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

export const MATERIALS = ['rubber', 'polyurethane'] as const;
export type Material = (typeof MATERIALS)[number];

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
export const PART_VERSION = 2;

/** Something that is bought, as its list, its box or somebody with a caliper tells of it. Lengths in mm. */
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
  readonly greaseable: boolean;
  /** How far its maker lets it run between greasings, km. */
  readonly greaseEveryKm?: number | undefined;
  readonly nutsSupplied: boolean;
  /** What is marked on it, and which way that goes. */
  readonly orientation?: string | undefined;
  readonly warrantyMonths: number;
  readonly priceMinor: number;
  readonly currency: string;
  /** On our own shelf. */
  readonly stock: number;
  readonly deliveryHours: number;
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

/** A stored part as today's program writes it. @throws BadInput when it comes from a newer program than this one */
export function readPart(stored: unknown): Part {
  const p = (typeof stored === 'object' && stored !== null ? stored : {}) as Raw;
  const version = p['version'] ?? 1;
  if (version === PART_VERSION) return p as unknown as Part;
  if (version !== 1) throw new BadInput('version of the part', `must be from 1 to ${PART_VERSION}`, version);
  return from1(p) as unknown as Part;
}
