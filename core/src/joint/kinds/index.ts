import type { AxleSpec } from '../../vehicle';
import { armBushings } from './arm-bushings';
import { ballJoint } from './ball-joint';
import { bar } from './bar';
import { beamBushing } from './beam-bushing';
import { damper } from './damper';
import { frameBushing } from './frame-bushing';
import type { JointKindSpec } from './joint-kind';
import { leafBushings } from './leaf-bushings';
import { linkLower } from './link-lower';
import { linkUpper } from './link-upper';
import { spring } from './spring';
import { tieRodInner } from './tie-rod-inner';
import { tieRodOuter } from './tie-rod-outer';
import { topMount } from './top-mount';
import { upperArmBushings } from './upper-arm-bushings';
import { upperBallJoint } from './upper-ball-joint';
import { wheelBearing } from './wheel-bearing';
import { wheelNuts } from './wheel-nuts';

/** Every kind of joint: a new one is a file beside these, a line here and its strengths in the suspects table. */
const ALL = {
  'top-mount': topMount,
  spring,
  damper,
  'link-upper': linkUpper,
  'link-lower': linkLower,
  'frame-bushing': frameBushing,
  bar,
  'ball-joint': ballJoint,
  'upper-ball-joint': upperBallJoint,
  'wheel-bearing': wheelBearing,
  'tie-rod-outer': tieRodOuter,
  'tie-rod-inner': tieRodInner,
  'arm-bushings': armBushings,
  'upper-arm-bushings': upperArmBushings,
  'beam-bushing': beamBushing,
  'leaf-bushings': leafBushings,
  'wheel-nuts': wheelNuts,
} as const;

export type JointKind = keyof typeof ALL;
/** Faults finer than the joint they are looked for at. */
export type FinerFaultKind = { [K in JointKind]: keyof (typeof ALL)[K]['finer'] }[JointKind];
export const JOINT_SPECS = ALL as unknown as Readonly<Record<JointKind, JointKindSpec<FinerFaultKind>>>;
export const JOINT_KINDS = Object.keys(ALL) as readonly JointKind[] as readonly [JointKind, ...JointKind[]];

/** The joint kinds an axle has on each side. */
export const jointKinds = (axle: AxleSpec): JointKind[] => JOINT_KINDS.filter((k) => JOINT_SPECS[k].stands(axle));

/** The joint kind a finer fault is looked for at. */
export const FINER_FAULTS: ReadonlyMap<FinerFaultKind, JointKind> = new Map(
  JOINT_KINDS.flatMap((k) => (Object.keys(JOINT_SPECS[k].finer) as FinerFaultKind[]).map((f) => [f, k] as const)),
);
export { BEFORE, type Before, type FinerFault, type JointKindSpec } from './joint-kind';
export { barEnd } from './link-end';
export { tieRodOf } from './tie-rod-outer';
export type { Laid } from './laid';
