import type { HardPoint } from '../geometry';
import { add, between, type Vec3 } from '../numeric';
import type { BushingKind } from './bushings';
import { LAYOUTS, type Layout, type Proportions, type Suspension } from './layouts';
import { END_SPECS, LINKS, type EndKind, type LinkEnd, type LinkFastener, type LinkKind, type StudSpec } from './links';
import { POINTS, type HardPoints, type PointName } from './points';
import type { AxleEnd, SpringSeat } from './words';

export interface WheelNuts {
  readonly count: number;
  readonly thread: string;
  readonly hexMm: number;
}
/** What a link meets at the end that is not the bar's. */
export const LINK_MOUNTS = ['knuckle', 'arm', 'axle', 'body'] as const;
export type LinkMount = (typeof LINK_MOUNTS)[number];

export interface LinkSpec {
  readonly kind: LinkKind;
  /** Between the centres of its ends. */
  readonly lengthMm: number;
  readonly upper: StudSpec;
  readonly lower: StudSpec;
  /** What it meets, where that is not what its layout usually has. */
  readonly onto?: LinkMount | undefined;
  /** The washers at its mount are welded to it: they neither come off nor turn. */
  readonly weldedWashers?: boolean | undefined;
}
export interface BushingSpec {
  readonly kind: BushingKind;
  readonly bolts: number;
  readonly thread: string;
  readonly hexMm: number;
  /** A pip on the bushing that lies in a hole of bracket or frame. */
  readonly pip?: boolean | undefined;
}

/** What a bar's arms end in. */
export const BAR_ENDS = ['eyes', 'splines'] as const;
export type BarEnds = (typeof BAR_ENDS)[number];
/** Bars that do more than twist: none of their work begins without what their maker says. */
export const BAR_CONTROLS = ['passive', 'active', 'disconnecting'] as const;
export type BarControl = (typeof BAR_CONTROLS)[number];

/** The bar of an axle. */
export interface AxleBar {
  /** Clean, where a bushing sits, mm. */
  readonly diameterMm: number;
  /** Of a hollow bar, mm. */
  readonly wallMm?: number | undefined;
  /** It works on links, or is bolted straight to a twist beam. */
  readonly joins: 'links' | 'beam';
  readonly ends?: BarEnds | undefined;
  readonly control?: BarControl | undefined;
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
  readonly bar: AxleBar | null;
  readonly link: LinkSpec | null;
  readonly bushing: BushingSpec | null;
  /** Fasteners of the undershield that come off for this axle, 0 for none. */
  readonly shieldFasteners: number;
  readonly points: HardPoints;
}

/** A rim is usually so much of its tyre's height (common practice, no source). */
export const RIM_SHARE = 0.64;

/** What one end of a link is. */
export const endKind = (link: LinkSpec, end: LinkEnd): EndKind => link[end].is ?? LINKS[link.kind].ends[end];

/** The fasteners of a link, by what its ends are: rubber that grips a sleeve is tightened at ride height. */
export function linkFasteners(link: LinkSpec): LinkFastener[] {
  const kind = LINKS[link.kind];
  if (kind.oneBolt) return [{ kind: 'link-bolt-nut', end: 'upper', count: 1, rideHeight: false }];
  return [
    { kind: 'link-upper-nut', end: 'upper', count: 1, rideHeight: END_SPECS[endKind(link, 'upper')].gripped },
    { kind: 'link-lower-nut', end: 'lower', count: 1, rideHeight: END_SPECS[endKind(link, 'lower')].gripped },
    ...(kind.lockNuts > 0
      ? [{ kind: 'link-lock-nut' as const, end: 'lower' as const, count: kind.lockNuts, rideHeight: false }]
      : []),
  ];
}

/** What carries the link where it does not meet the bar. */
export const linkMount = (axle: Pick<AxleSpec, 'suspension' | 'link'>): LinkMount => axle.link?.onto ?? layoutOf(axle).mountOn;

export const layoutOf = (axle: Pick<AxleSpec, 'suspension'>): Layout => LAYOUTS[axle.suspension];

/** Layouts that are met at this axle. */
export const layoutsAt = (end: AxleEnd): Suspension[] =>
  (Object.keys(LAYOUTS) as Suspension[]).filter((s) => LAYOUTS[s].ends.includes(end));

/** A link that meets something else than is usual for its layout stands about so (common practice, no source), mm. */
function elsewhere(points: HardPoints, onto: LinkMount): Partial<Record<PointName, HardPoint>> {
  const [hub, inner, outer] = [points.hub.at, points.armInner.at, points.armOuter.at];
  const bushing = points.barBushing?.at ?? add(inner, [150, 0, 100]);
  const at = (mount: Vec3, rise: number): Partial<Record<PointName, HardPoint>> => ({
    linkMount: { at: mount, from: 'usual' },
    barEye: { at: add(mount, [0, -25, rise]), from: 'usual' },
    barBushing: { at: bushing, from: 'usual' },
  });
  switch (onto) {
    case 'arm':
      return at(add(between(inner, outer, 0.65), [-45, 0, 12]), 160);
    case 'knuckle':
      return at([hub[0] - 62, outer[1] - 40, hub[2] + 245], -290);
    case 'axle':
      return at([hub[0] - 90, hub[1] - 250, hub[2] - 30], 180);
    case 'body':
      return at([hub[0] - 240, hub[1] - 195, hub[2] + 190], -270);
  }
}

/**
 * Usual proportions of half an axle by its layout, marked as usual (common practice, no source).
 * @param onto what the link meets, where that is not what the layout usually has
 */
export function usualPoints(suspension: Suspension, p: Proportions, onto?: LinkMount): HardPoints {
  const layout = LAYOUTS[suspension];
  const points = layout.usualPoints(p);
  const missing = POINTS.find((n) => !points[n]);
  if (missing) throw new Error(`the layout ${suspension} has no usual ${missing}`);
  const whole = points as HardPoints;
  return p.bar && onto && (onto !== layout.mountOn || !whole.barEye) ? { ...whole, ...elsewhere(whole, onto) } : whole;
}
