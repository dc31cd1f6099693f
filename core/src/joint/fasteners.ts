import type { FastenerKind } from '../torque';
import { FASTENER_KINDS } from '../torque';
import { AXLES, SIDES, type AxleEnd, type AxleSpec, type Disturbed, type Side } from '../vehicle';
import { jointId, partsOf, type JointId } from './id';
import { JOINT_SPECS, type JointKind } from './kinds';

/** "front.left.link-lower-nut"; a group (wheel nuts, bracket bolts, shield bolts) is one id. */
export type FastenerId = `${AxleEnd}.${Side}.${FastenerKind}`;

export interface Fastener extends Omit<Disturbed, 'chalk'> {
  readonly id: FastenerId;
  readonly axle: AxleEnd;
  readonly side: Side;
  /** The joint it belongs to on the plate. */
  readonly joint: JointId;
}

const IDS: ReadonlySet<string> = new Set(
  AXLES.flatMap((axle) => SIDES.flatMap((side) => FASTENER_KINDS.map((kind) => `${axle}.${side}.${kind}`))),
);
export const isFastenerId = (id: string): id is FastenerId => IDS.has(id);

/** Takes a fastener's id apart; undefined when it is none. */
export function splitFastener(
  id: string,
): { readonly axle: AxleEnd; readonly side: Side; readonly kind: FastenerKind } | undefined {
  if (!isFastenerId(id)) return undefined;
  const [axle, side, kind] = id.split('.') as [AxleEnd, Side, FastenerKind];
  return { axle, side, kind };
}

/** The fasteners that stand at one joint, without the wheels and shields that hide it. */
export function fastenersAt(axle: AxleSpec, joint: JointId): Fastener[] {
  const { axle: end, side, kind } = partsOf(joint);
  return JOINT_SPECS[kind].fasteners(axle).map(({ chalk, ...f }) => ({
    ...f,
    id: `${end}.${side}.${f.kind}`,
    axle: end,
    side,
    joint: chalk ? jointId(end, side, chalk as JointKind) : joint,
  }));
}

/**
 * The fasteners that renewing these joints disturbs, in working order: what holds the part, then the
 * shield, then the wheels. A joint of another axle disturbs nothing here.
 * @param wheelsOff whether the wheels came off for it
 * @param after the axle as it is put together at a joint in the end, where a new part changes that
 */
export function fastenersFor(
  end: AxleEnd,
  axle: AxleSpec,
  joints: readonly JointId[],
  wheelsOff = true,
  after: (joint: JointId) => AxleSpec = () => axle,
): Fastener[] {
  const found = new Map<FastenerId, Fastener>();
  const add = (side: Side, joint: JointId, f: Disturbed) => {
    const id: FastenerId = `${end}.${side}.${f.kind}`;
    if (!found.has(id)) found.set(id, { ...f, id, axle: end, side, joint });
  };
  const here = joints.filter((id) => partsOf(id).axle === end);
  if (here.length === 0) return [];
  for (const id of here) {
    for (const f of fastenersAt(after(id), id)) if (!found.has(f.id)) found.set(f.id, f);
  }
  if (axle.shieldFasteners > 0)
    add('left', jointId(end, 'left', 'arm-bushings'), {
      kind: 'shield-bolt',
      count: axle.shieldFasteners,
      rideHeight: false,
    });
  if (wheelsOff)
    // Both wheels come off: the axle is raised level and the bar is unloaded.
    for (const side of SIDES)
      add(side, jointId(end, side, 'wheel-nuts'), { kind: 'wheel-nut', ...axle.wheelNuts, rideHeight: false });
  return [...found.values()];
}
