import {
  AXLES,
  DANGEROUS,
  jointId,
  jointKinds,
  JOINT_KINDS,
  jointName,
  SIDES,
  splitJoint,
  type AxleEnd,
  type AxleSpec,
  type Dialect,
  type JointId,
  type JointKind,
  type Side,
  type VehicleTypeSpec,
} from '../joint';

/** Faults that are finer than the joint they are looked for at. */
export const FINER_FAULTS = ['link-body', 'bracket-bolts', 'bar', 'arm-bushing-front', 'arm-bushing-rear'] as const;
type FinerFault = (typeof FINER_FAULTS)[number];

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

type JointFault = Exclude<JointKind, 'arm-bushings'> | FinerFault;
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
  ...FINER_FAULTS,
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

/** Faults that make an unequal lift of the two wheels audible: the bar and what carries it (common practice). */
export const BAR_SYSTEM: ReadonlySet<FaultKind> = new Set<FaultKind>([
  'link-upper',
  'link-lower',
  'link-body',
  'frame-bushing',
  'bracket-bolts',
  'bar',
]);

/** The faults that are looked for at a joint, the joint's own first. */
export function faultsAt(axle: AxleSpec, kind: JointKind): readonly JointFault[] {
  switch (kind) {
    case 'link-lower':
      return ['link-lower', 'link-body'];
    case 'frame-bushing':
      return ['frame-bushing', 'bracket-bolts', 'bar'];
    case 'arm-bushings':
      // A trailing arm has its bushings at the front end only.
      return axle.suspension === 'trailing-arm' ? ['arm-bushing-front'] : ['arm-bushing-front', 'arm-bushing-rear'];
    default:
      return [kind];
  }
}

/** Ends with drive shafts on joints: what the file says, else an independent front. */
function driven(type: VehicleTypeSpec): boolean {
  const ends = AXLES.map((end) => type.axles[end]);
  if (ends.some((a) => a.driven && a.suspension !== 'solid-axle')) return true;
  return ends.every((a) => a.driven === undefined) && type.axles.front.suspension !== 'solid-axle';
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
          dangerous: DANGEROUS.has(kind as JointKind),
        })),
      ),
    ),
  );
  const others = OTHER_FAULTS.filter((f) => !f.endsWith('drive shaft') || driven(type)).map((id): Fault => {
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

/** Takes a fault's id apart; undefined when it is none. Joints' ids of the plate are understood too. */
export function splitFault(id: string): { axle: AxleEnd; side: Side; kind: JointFault; joint: JointId } | undefined {
  const [axle, side, kind, ...rest] = id.split('.') as [AxleEnd, Side, JointFault | 'arm-bushings', ...string[]];
  if (rest.length || !AXLES.includes(axle) || !SIDES.includes(side)) return undefined;
  if (splitJoint(id)) return { axle, side, kind: kind as JointFault, joint: id as JointId };
  if (!FINER_FAULTS.includes(kind as FinerFault)) return undefined;
  const at = kind === 'link-body' ? 'link-lower' : kind.startsWith('arm-') ? 'arm-bushings' : 'frame-bushing';
  return { axle, side, kind: kind as JointFault, joint: jointId(axle, side, at) };
}

export const isFaultId = (id: string): id is FaultId =>
  (OTHER_FAULTS as readonly string[]).includes(id) || splitFault(id) !== undefined;

const NAMES: Record<FinerFault, readonly [string, string]> = {
  'link-body': ['link body', 'drop link body'],
  'bracket-bolts': ['bracket bolts', 'bracket bolts'],
  bar: ['sway bar', 'anti-roll bar'],
  'arm-bushing-front': ['arm, front bushing', 'wishbone, front bush'],
  'arm-bushing-rear': ['arm, rear bushing', 'wishbone, rear bush'],
};
const OTHER_NAMES: Partial<Record<OtherFault, string>> = { 'recent work': 'a fastener left loose by recent work' };

/** "bracket bolts", "outer tie rod", "engine mount" */
export function sayKind(kind: FaultKind, dialect: Dialect = 'sway bar'): string {
  const finer = NAMES[kind as FinerFault];
  if (finer) return finer[dialect === 'sway bar' ? 0 : 1];
  if (!JOINT_KINDS.includes(kind as JointKind)) return OTHER_NAMES[kind as OtherFault] ?? kind;
  return jointName(kind as JointKind, dialect)
    .replace(/^(.*), (outer|inner)$/, '$2 $1')
    .toLowerCase();
}

/** "left bracket bolts", "front left bracket bolts", "engine mount" */
export function sayFault(id: string, dialect: Dialect = 'sway bar', withAxle = false): string {
  const f = splitFault(id);
  if (!f) return OTHER_NAMES[id as OtherFault] ?? id;
  return `${withAxle ? `${f.axle} ` : ''}${f.side} ${sayKind(f.kind, dialect)}`;
}
