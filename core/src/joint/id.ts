import { BadInput } from '../error';
import { inDialect, inSentence, type Dialect } from '../text';
import { AXLES, otherSide, SIDES, type AxleEnd, type AxleSpec, type Side } from '../vehicle';
import { JOINT_KINDS, jointKinds, JOINT_SPECS, type JointKind } from './kinds';

/** "front.left.link-lower" */
export type JointId = `${AxleEnd}.${Side}.${JointKind}`;

export interface JointParts {
  readonly axle: AxleEnd;
  readonly side: Side;
  readonly kind: JointKind;
}

const ALL: readonly JointParts[] = AXLES.flatMap((axle) =>
  SIDES.flatMap((side) => JOINT_KINDS.map((kind) => ({ axle, side, kind }))),
);
const PARTS: ReadonlyMap<string, JointParts> = new Map(ALL.map((j) => [`${j.axle}.${j.side}.${j.kind}`, j]));
/** The same text object each time: a fold looks hundreds of ids up, and a text put together anew is hashed anew. */
const IDS = new Map([...PARTS].map(([id, j]) => [j, id as JointId]));
const AT = Object.fromEntries(
  AXLES.map((axle) => [
    axle,
    Object.fromEntries(
      SIDES.map((side) => [
        side,
        Object.fromEntries(ALL.filter((j) => j.axle === axle && j.side === side).map((j) => [j.kind, IDS.get(j)])),
      ]),
    ),
  ]),
) as unknown as Readonly<Record<AxleEnd, Record<Side, Record<JointKind, JointId>>>>;

export const jointId = (axle: AxleEnd, side: Side, kind: JointKind): JointId => AT[axle][side][kind];

export const isJointId = (id: string): id is JointId => PARTS.has(id);

/** Takes any text apart that may be a joint's id; undefined when it is none. */
export const splitJoint = (id: string): JointParts | undefined => PARTS.get(id);

/** The parts of a joint's id. @throws BadInput when it is none: ids come typed, so that is a defect of whoever made it. */
export function partsOf(id: JointId): JointParts {
  const parts = PARTS.get(id);
  if (!parts) throw new BadInput('joint', 'must be one such as front.left.link-lower', id);
  return parts;
}

/** The same joint of the other side. */
export function twinOf(id: JointId): JointId {
  const { axle, side, kind } = partsOf(id);
  return jointId(axle, otherSide(side), kind);
}

/** The part a joint belongs to: both ends of a link are one part, and so is a bar across the vehicle. "front.left.link", "front.bar" */
export const assemblyOf = (id: JointId): string => ASSEMBLIES.get(partsOf(id))!;
const ASSEMBLIES = new Map(
  ALL.map((j) => {
    const { acrossVehicle, assembly } = JOINT_SPECS[j.kind];
    return [j, acrossVehicle ? `${j.axle}.${j.kind}` : `${j.axle}.${j.side}.${assembly ?? j.kind}`];
  }),
);

/** Every joint of the part this one belongs to, itself included. */
export function assemblyJoints(id: JointId): JointId[] {
  const { axle, side, kind } = partsOf(id);
  if (JOINT_SPECS[kind].acrossVehicle) return SIDES.map((s) => jointId(axle, s, kind));
  const part = JOINT_SPECS[kind].assembly;
  return part === null ? [id] : JOINT_KINDS.filter((k) => JOINT_SPECS[k].assembly === part).map((k) => jointId(axle, side, k));
}

/** Every joint of an axle, both sides. */
export function jointsOf(end: AxleEnd, axle: AxleSpec): JointId[] {
  const kinds = jointKinds(axle);
  return SIDES.flatMap((side) => kinds.map((k) => jointId(end, side, k)));
}

/** Whether its failure can take a wheel or the steering. */
export const isDangerous = (kind: JointKind): boolean => JOINT_SPECS[kind].dangerous;

/** "Link, lower end" */
export const jointName = (kind: JointKind, dialect: Dialect = 'sway bar'): string => inDialect(JOINT_SPECS[kind].name, dialect);

/** "left link, lower end" */
export function sayJoint(id: JointId, dialect: Dialect = 'sway bar', withAxle = false): string {
  const j = partsOf(id);
  return `${withAxle ? `${j.axle} ` : ''}${j.side} ${inSentence(jointName(j.kind, dialect))}`;
}
