/** The vocabulary of joints. contract/ builds its schemas from these lists, so each word is written once. */
export const AXLES = ['front', 'rear'] as const;
export type AxleEnd = (typeof AXLES)[number];

/** As seen from the driver's seat. */
export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

export const JOINT_KINDS = [
  'top-mount',
  'spring',
  'damper',
  'link-upper',
  'link-lower',
  'frame-bushing',
  'wheel-bearing',
  'tie-rod-outer',
  'tie-rod-inner',
  'upper-ball-joint',
  'ball-joint',
  'upper-arm-bushings',
  'arm-bushings',
  'beam-bushing',
  'wheel-nuts',
] as const;
export type JointKind = (typeof JOINT_KINDS)[number];

/** "front.left.link-lower" */
export type JointId = `${AxleEnd}.${Side}.${JointKind}`;

export const FASTENER_KINDS = [
  'link-upper-nut',
  'link-lower-nut',
  'link-bolt-nut',
  'bracket-bolt',
  'wheel-nut',
  'shield-bolt',
  'tie-rod-nut',
  'ball-joint-nut',
  'arm-bolt',
  'damper-bolt',
] as const;
export type FastenerKind = (typeof FASTENER_KINDS)[number];

export const VEHICLE_STATES = ['on-wheels', 'one-side-up', 'both-hanging', 'under-arm', 'wheels-off', 'on-ramps'] as const;
export type VehicleState = (typeof VEHICLE_STATES)[number];

/** What is seen at a joint. */
export const DEFECTS = [
  'boot torn',
  'rubber perished',
  'rusted through',
  'oil leak',
  'cracked',
  'broken',
  'bent',
  'rubbing',
  'close to parting',
  'bracket bolt loose',
  'bar cracked',
  'bar broken',
  'front bushing worn',
  'rear bushing worn',
] as const;
export type Defect = (typeof DEFECTS)[number];

export const JOINT_STATES = ['not looked at', 'sound', 'can’t tell yet', 'watch', 'loose', 'dangerous'] as const;
export type JointState = (typeof JOINT_STATES)[number];

/** Joints whose failure can take a wheel or the steering: cleared before any verdict (common practice, no source). */
export const DANGEROUS: ReadonlySet<JointKind> = new Set<JointKind>([
  'ball-joint',
  'upper-ball-joint',
  'tie-rod-outer',
  'tie-rod-inner',
  'wheel-bearing',
  'spring',
  'wheel-nuts',
]);

export type Dialect = 'sway bar' | 'anti-roll bar';

const NAMES: Record<JointKind, readonly [string, string]> = {
  'top-mount': ['Top mount', 'Top mount'],
  spring: ['Coil spring', 'Coil spring'],
  damper: ['Damper', 'Damper'],
  'link-upper': ['Link, upper end', 'Drop link, upper end'],
  'link-lower': ['Link, lower end', 'Drop link, lower end'],
  'frame-bushing': ['Frame bushing', 'Bar bush'],
  'wheel-bearing': ['Wheel bearing', 'Wheel bearing'],
  'tie-rod-outer': ['Tie rod, outer', 'Track rod end'],
  'tie-rod-inner': ['Tie rod, inner', 'Track rod, inner'],
  'upper-ball-joint': ['Upper ball joint', 'Upper ball joint'],
  'ball-joint': ['Ball joint', 'Ball joint'],
  'upper-arm-bushings': ['Upper arm bushings', 'Upper wishbone bushes'],
  'arm-bushings': ['Arm bushings', 'Wishbone bushes'],
  'beam-bushing': ['Beam bushing', 'Beam bush'],
  'wheel-nuts': ['Wheel nuts', 'Lug nuts'],
};

export function jointName(kind: JointKind, dialect: Dialect = 'sway bar'): string {
  return NAMES[kind][dialect === 'sway bar' ? 0 : 1];
}

export interface JointParts {
  readonly axle: AxleEnd;
  readonly side: Side;
  readonly kind: JointKind;
}

/** Takes a joint's id apart; undefined when it is not one. */
export function splitJoint(id: string): JointParts | undefined {
  const [axle, side, kind, ...rest] = id.split('.');
  if (
    rest.length > 0 ||
    !AXLES.includes(axle as AxleEnd) ||
    !SIDES.includes(side as Side) ||
    !JOINT_KINDS.includes(kind as JointKind)
  )
    return undefined;
  return { axle: axle as AxleEnd, side: side as Side, kind: kind as JointKind };
}

export function jointId(axle: AxleEnd, side: Side, kind: JointKind): JointId {
  return `${axle}.${side}.${kind}`;
}

/** "left link, lower end" */
export function sayJoint(id: JointId, dialect: Dialect = 'sway bar', withAxle = false): string {
  const j = splitJoint(id)!;
  // "Tie rod, outer" in a column, "outer tie rod" in a sentence.
  const name = jointName(j.kind, dialect).replace(/^(.*), (outer|inner)$/, '$2 $1');
  return `${withAxle ? `${j.axle} ` : ''}${j.side} ${name.toLowerCase()}`;
}
