import type { BushingKind } from './bushings';
import { LAYOUTS, type Layout, type Proportions, type Suspension } from './layouts';
import type { LinkKind, StudSpec } from './links';
import { POINTS, type HardPoints } from './points';
import type { AxleEnd, SpringSeat } from './words';

export interface WheelNuts {
  readonly count: number;
  readonly thread: string;
  readonly hexMm: number;
}
export interface LinkSpec {
  readonly kind: LinkKind;
  /** Between the centres of its ends. */
  readonly lengthMm: number;
  readonly upper: StudSpec;
  readonly lower: StudSpec;
}
export interface BushingSpec {
  readonly kind: BushingKind;
  readonly bolts: number;
  readonly thread: string;
  readonly hexMm: number;
}

export interface AxleSpec {
  readonly suspension: Suspension;
  readonly steered: boolean;
  /** Whether the engine drives its wheels; left out when nobody has said. */
  readonly powered?: boolean | undefined;
  readonly springSeat: SpringSeat;
  readonly trackMm: number;
  readonly tyreWidthMm: number;
  readonly tyreDiameterMm: number;
  readonly wheelNuts: WheelNuts;
  readonly barDiameterMm: number | null;
  readonly link: LinkSpec | null;
  readonly bushing: BushingSpec | null;
  /** Fasteners of the undershield that come off for this axle, 0 for none. */
  readonly shieldFasteners: number;
  readonly points: HardPoints;
}

/** A rim is usually so much of its tyre's height (common practice, no source). */
export const RIM_SHARE = 0.64;

export const layoutOf = (axle: Pick<AxleSpec, 'suspension'>): Layout => LAYOUTS[axle.suspension];

/** Layouts that are met at this axle. */
export const layoutsAt = (end: AxleEnd): Suspension[] =>
  (Object.keys(LAYOUTS) as Suspension[]).filter((s) => LAYOUTS[s].ends.includes(end));

/** Usual proportions of half an axle by its layout, marked as usual (common practice, no source). */
export function usualPoints(suspension: Suspension, p: Proportions): HardPoints {
  const points = LAYOUTS[suspension].usualPoints(p);
  const missing = POINTS.find((n) => !points[n]);
  if (missing) throw new Error(`the layout ${suspension} has no usual ${missing}`);
  return points as HardPoints;
}
