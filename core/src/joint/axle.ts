import { jointId, SIDES, type AxleEnd, type JointId, type JointKind } from './words';
import type { BookValue } from '../torque/book';

export const SUSPENSIONS = ['strut', 'double-arm', 'trailing-arm', 'twist-beam', 'solid-axle'] as const;
export type Suspension = (typeof SUSPENSIONS)[number];

export const LINK_KINDS = ['ball-stud', 'stud-and-bushing', 'bolt-through', 'none'] as const;
export type LinkKind = (typeof LINK_KINDS)[number];

export const BUSHING_KINDS = ['two-bolt', 'hook-strap', 'carrier-halves', 'none'] as const;
export type BushingKind = (typeof BUSHING_KINDS)[number];

/** Where the spring stands decides how a ball joint is unloaded for a check. */
export const SPRING_SEATS = ['strut', 'lower-arm', 'upper-arm', 'axle'] as const;
export type SpringSeat = (typeof SPRING_SEATS)[number];

/** How a stud is kept from turning. */
export const HOLDS = ['hex', 'flats', 'none'] as const;
export type Hold = (typeof HOLDS)[number];

/** Half an axle seen from behind: y outward from the vehicle's middle, z up from the ground, mm, at ride height. */
export type Point = readonly [y: number, z: number];

export interface AxlePoints {
  readonly hub: Point;
  readonly armInner: Point;
  readonly armOuter: Point;
  readonly springTop: Point;
  readonly springFoot: Point;
  readonly damperTop: Point;
  readonly damperFoot: Point;
  readonly upperInner?: Point | undefined;
  readonly upperOuter?: Point | undefined;
  readonly rackEnd?: Point | undefined;
  readonly tieRodOuter?: Point | undefined;
  readonly barBushing?: Point | undefined;
  readonly barEye?: Point | undefined;
  readonly linkMount?: Point | undefined;
}

/** One end of a link, or its single bolt. */
export interface StudSpec {
  readonly thread: string;
  readonly nutHexMm: number;
  readonly hold: Hold;
  readonly holdMm?: number | undefined;
}

export interface AxleSpec {
  readonly suspension: Suspension;
  readonly steered: boolean;
  /** Whether shafts with joints drive its wheels; left out when nobody has said. */
  readonly driven?: boolean | undefined;
  readonly springSeat: SpringSeat;
  readonly trackMm: number;
  readonly tyreWidthMm: number;
  readonly tyreDiameterMm: number;
  readonly wheelNuts: { readonly count: number; readonly thread: string; readonly hexMm: number };
  readonly barDiameterMm: number | null;
  readonly link: {
    readonly kind: LinkKind;
    readonly lengthMm: number;
    readonly upper: StudSpec;
    readonly lower: StudSpec;
  } | null;
  readonly bushing: {
    readonly kind: BushingKind;
    readonly bolts: number;
    readonly thread: string;
    readonly hexMm: number;
  } | null;
  /** Fasteners of the undershield that come off for this axle, 0 for none. */
  readonly shieldFasteners: number;
  readonly points: AxlePoints;
}

export interface VehicleTypeSpec {
  readonly name: string;
  readonly axles: Readonly<Record<AxleEnd, AxleSpec>>;
  readonly jackingPoints: string;
  /** Published torques, by axle. */
  readonly torqueBook: Readonly<Record<AxleEnd, readonly BookValue[]>>;
  /** Traps and tips kept for the type. */
  readonly tips: readonly string[];
}

/** The joint kinds an axle of this layout has on each side. */
export function jointKinds(axle: AxleSpec): JointKind[] {
  const kinds: JointKind[] = [];
  const add = (...k: JointKind[]) => kinds.push(...k);
  if (axle.suspension === 'strut') add('top-mount');
  add('spring', 'damper');
  if (axle.link && axle.link.kind !== 'none') add('link-upper', 'link-lower');
  if (axle.bushing && axle.bushing.kind !== 'none') add('frame-bushing');
  add('wheel-bearing');
  if (axle.steered) add('tie-rod-outer', 'tie-rod-inner');
  switch (axle.suspension) {
    case 'strut':
      add('ball-joint', 'arm-bushings');
      break;
    case 'double-arm':
      add('upper-ball-joint', 'ball-joint', 'upper-arm-bushings', 'arm-bushings');
      break;
    case 'trailing-arm':
      add('arm-bushings');
      break;
    case 'twist-beam':
      add('beam-bushing');
      break;
    case 'solid-axle':
      // A live or dead axle on arms: their bushings; steered ones turn on ball joints.
      add('arm-bushings');
      if (axle.steered) add('ball-joint');
      break;
  }
  add('wheel-nuts');
  return kinds;
}

/** Every joint of an axle, both sides. */
export function jointsOf(end: AxleEnd, axle: AxleSpec): JointId[] {
  const kinds = jointKinds(axle);
  return SIDES.flatMap((side) => kinds.map((k) => jointId(end, side, k)));
}

/** Where a joint stands in the half axle (for the drawing), mm. */
export function jointPoint(axle: AxleSpec, kind: JointKind): Point {
  const p = axle.points;
  const between = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  const linkTopIsMount = (p.linkMount?.[1] ?? 0) >= (p.barEye?.[1] ?? 0);
  switch (kind) {
    case 'top-mount':
      return p.damperTop;
    case 'spring':
      return between(p.springTop, p.springFoot, 0.45);
    case 'damper':
      return between(p.damperTop, p.damperFoot, axle.suspension === 'strut' ? 0.8 : 0.55);
    case 'link-upper':
      return (linkTopIsMount ? p.linkMount : p.barEye) ?? p.hub;
    case 'link-lower':
      return (linkTopIsMount ? p.barEye : p.linkMount) ?? p.hub;
    case 'frame-bushing':
      return p.barBushing ?? p.hub;
    case 'wheel-bearing':
      return p.hub;
    case 'tie-rod-outer':
      return p.tieRodOuter ?? p.hub;
    case 'tie-rod-inner':
      return p.rackEnd ?? p.hub;
    case 'upper-ball-joint':
      return p.upperOuter ?? p.hub;
    case 'ball-joint':
      return p.armOuter;
    case 'upper-arm-bushings':
      return p.upperInner ?? p.armInner;
    case 'arm-bushings':
    case 'beam-bushing':
      return p.armInner;
    case 'wheel-nuts':
      return [axle.trackMm / 2 + axle.tyreWidthMm * 0.3, p.hub[1] - axle.tyreDiameterMm * 0.16];
  }
}
