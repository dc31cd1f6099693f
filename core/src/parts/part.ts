import { LINK_KINDS, type AxleEnd, type Hold, type LinkKind } from '../vehicle';
import type { BookValue } from '../torque';

/** A link of each kind, and what else is sold for these joints. */
export const PART_KINDS = [
  ...LINK_KINDS.map((k) => `${k} link` as const),
  'adjustable link',
  'frame bushing',
  'other part',
  'refit',
] as const satisfies readonly string[];
export type PartKind = `${LinkKind} link` | 'adjustable link' | 'frame bushing' | 'other part' | 'refit';

export const GRADES = ['plain', 'better', 'heavy duty'] as const;
export type Grade = (typeof GRADES)[number];

/** Sizes that a part may carry and a technician may measure for it. Lengths in mm. */
export const SIZES = ['bar-diameter', 'bar-seat', 'link-length', 'stud-thread', 'nut-hex', 'hold'] as const;
export type Size = (typeof SIZES)[number];

export interface Part {
  readonly id: string;
  readonly kind: PartKind;
  readonly name: string;
  readonly grade: Grade;
  readonly supplier: string;
  readonly sided: 'left' | 'right' | 'either';
  readonly lengthMm?: number | undefined;
  readonly thread?: string | undefined;
  readonly nutHexMm?: number | undefined;
  readonly hold?: Hold | undefined;
  readonly holdMm?: number | undefined;
  readonly boreMm?: number | undefined;
  readonly material?: 'rubber' | 'polyurethane' | undefined;
  readonly greaseable: boolean;
  readonly nutsSupplied: boolean;
  /** Handed: an arrow, label or split that must face one way. */
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
}
