import { own } from '../error';
import {
  FINER_FAULTS,
  JOINT_KINDS,
  jointId,
  jointKinds,
  jointName,
  JOINT_SPECS,
  splitJoint,
  type FinerFaultKind,
  type JointId,
  type JointKind,
} from '../joint';
import { inDialect, inSentence, type Dialect } from '../text';
import { AXLES, layoutOf, otherSide, SIDES, type AxleEnd, type AxleSpec, type Side, type VehicleTypeSpec } from '../vehicle';

/** Faults that are no joint of the plate. */
export const OTHER_FAULTS = [
  'left drive shaft',
  'right drive shaft',
  'engine mount',
  'subframe bolt',
  'recent work',
  'exhaust shield',
  'brake hardware',
  'load or jack loose',
] as const;
export type OtherFault = (typeof OTHER_FAULTS)[number];

/** A joint whose faults are told apart is none itself: its front and rear bushing are. */
type JointFault = Exclude<JointKind, 'arm-bushings'> | FinerFaultKind;
type OtherKind = Exclude<OtherFault, 'left drive shaft' | 'right drive shaft'> | 'drive shaft';
/** What a strength is known of. */
export type FaultKind = JointFault | OtherKind;

const OTHER_KINDS = [
  'drive shaft',
  'engine mount',
  'subframe bolt',
  'recent work',
  'exhaust shield',
  'brake hardware',
  'load or jack loose',
] as const satisfies readonly OtherKind[];
const JOINT_FAULTS: readonly JointFault[] = [
  ...JOINT_KINDS.filter((k): k is Exclude<JointKind, 'arm-bushings'> => k !== 'arm-bushings'),
  ...FINER_FAULTS.keys(),
];
export const FAULT_KINDS: readonly FaultKind[] = [...JOINT_FAULTS, ...OTHER_KINDS];

/** "front.left.bracket-bolts", or one of the others by its name. */
export type FaultId = `${AxleEnd}.${Side}.${JointFault}` | OtherFault;

export interface Fault {
  readonly id: FaultId;
  readonly kind: FaultKind;
  readonly axle?: AxleEnd;
  readonly side?: Side;
  /** The joint of the plate it is looked for at. */
  readonly joint?: JointId;
  readonly dangerous: boolean;
}

/** The joint kind a fault is looked for at; nothing for what is no joint. */
const jointKindOf = (kind: FaultKind): JointKind | undefined =>
  FINER_FAULTS.get(kind as FinerFaultKind) ??
  ((JOINT_KINDS as readonly string[]).includes(kind) ? (kind as JointKind) : undefined);

/** Faults that make an unequal lift of the two wheels audible: the bar and what carries it (common practice). */
export function ofBarSystem(kind: FaultKind): boolean {
  const at = jointKindOf(kind);
  return at !== undefined && JOINT_SPECS[at].ofBar;
}

/** Faults that salt brings sooner than others. */
export function rusts(kind: FaultKind): boolean {
  const at = jointKindOf(kind);
  if (at === undefined) return false;
  return FINER_FAULTS.has(kind as FinerFaultKind)
    ? JOINT_SPECS[at].finer[kind as FinerFaultKind].rusts === true
    : JOINT_SPECS[at].rusts;
}

/** The faults that are looked for at a joint, the joint's own first. */
export const faultsAt = (axle: AxleSpec, kind: JointKind): readonly JointFault[] =>
  JOINT_SPECS[kind].faults(axle).map((f) => (f === 'itself' ? (kind as JointFault) : f));

/** Ends with drive shafts on joints: what the file says, else an independent front. */
function hasShafts(type: VehicleTypeSpec): boolean {
  const ends = AXLES.map((end) => type.axles[end]);
  if (ends.some((a) => a.powered && layoutOf(a).jointedShafts)) return true;
  return ends.every((a) => a.powered === undefined) && layoutOf(type.axles.front).jointedShafts;
}

/** Every fault a vehicle of this type can have; what it has no joint for does not appear. */
export function faultsOf(type: VehicleTypeSpec): Fault[] {
  const joints = AXLES.flatMap((axle) =>
    SIDES.flatMap((side) =>
      jointKinds(type.axles[axle]).flatMap((of) =>
        faultsAt(type.axles[axle], of).map((kind): Fault => ({
          id: `${axle}.${side}.${kind}`,
          kind,
          axle,
          side,
          joint: jointId(axle, side, of),
          dangerous: kind === of && JOINT_SPECS[of].dangerous,
        })),
      ),
    ),
  );
  const others = OTHER_FAULTS.filter((f) => !f.endsWith('drive shaft') || hasShafts(type)).map((id): Fault => {
    const shaft = /^(left|right) drive shaft$/.exec(id);
    return {
      id,
      kind: shaft ? 'drive shaft' : (id as OtherKind),
      ...(shaft ? { side: shaft[1] as Side } : {}),
      // A bolt left loose, or a subframe that moves, is not driven on.
      dangerous: id === 'subframe bolt' || id === 'recent work',
    };
  });
  return [...joints, ...others];
}

const SPLIT: ReadonlyMap<string, { axle: AxleEnd; side: Side; kind: JointFault; joint: JointId }> = new Map(
  AXLES.flatMap((axle) =>
    SIDES.flatMap((side) =>
      [...FINER_FAULTS].map(
        ([kind, of]) => [`${axle}.${side}.${kind}`, { axle, side, kind, joint: jointId(axle, side, of) }] as const,
      ),
    ),
  ),
);

/** Takes a fault's id apart; undefined when it is none. Joints' ids of the plate are understood too. */
export function splitFault(id: string): { axle: AxleEnd; side: Side; kind: JointFault; joint: JointId } | undefined {
  const j = splitJoint(id);
  return j ? { ...j, kind: j.kind as JointFault, joint: id as JointId } : SPLIT.get(id);
}

/** The same fault of the other side; undefined for what has none. */
export function twinFault(id: string): string | undefined {
  const f = splitFault(id);
  return f && `${f.axle}.${otherSide(f.side)}.${f.kind}`;
}

export const isFaultId = (id: string): id is FaultId =>
  (OTHER_FAULTS as readonly string[]).includes(id) || splitFault(id) !== undefined;

const OTHER_NAMES: Partial<Record<OtherFault, string>> = { 'recent work': 'a fastener left loose by recent work' };

/** "bracket bolts", "outer tie rod", "engine mount" */
export function sayKind(kind: FaultKind, dialect: Dialect = 'sway bar'): string {
  const at = jointKindOf(kind);
  if (at === undefined) return own(OTHER_NAMES, kind) ?? kind;
  if (FINER_FAULTS.has(kind as FinerFaultKind)) return inDialect(JOINT_SPECS[at].finer[kind as FinerFaultKind].name, dialect);
  return inSentence(jointName(at, dialect));
}

/** "left bracket bolts", "front left bracket bolts", "engine mount" */
export function sayFault(id: string, dialect: Dialect = 'sway bar', withAxle = false): string {
  const f = splitFault(id);
  if (!f) return own(OTHER_NAMES, id) ?? id;
  return `${withAxle ? `${f.axle} ` : ''}${f.side} ${sayKind(f.kind, dialect)}`;
}
