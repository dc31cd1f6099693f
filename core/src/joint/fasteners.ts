import type { FastenerKind } from '../torque';
import { FASTENER_KINDS } from '../torque';
import {
  AXLES,
  fastenersOfPieces,
  SIDES,
  type AssemblyPiece,
  type AxleEnd,
  type AxleSpec,
  type Disturbed,
  type PieceAxis,
  type Side,
} from '../vehicle';
import { jointId, partsOf, type JointId } from './id';
import { JOINT_SPECS, type Before, type JointKind } from './kinds';

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

/** Which lines of an assembly are opened at a joint: one end of a link; all of them where nothing is said. */
export type Opens = (joint: JointId) => readonly PieceAxis[] | undefined;
export const OPENS_ALL: Opens = () => undefined;

/** What is bolted together at a joint, of the lines that are opened there. */
export function boltedAt(axle: AxleSpec, joint: JointId, opens: Opens = OPENS_ALL): readonly AssemblyPiece[] {
  const all = JOINT_SPECS[partsOf(joint).kind].bolted(axle);
  const at = opens(joint);
  return at ? all.filter((p) => at.includes(p.axis)) : all;
}

/** The fasteners that stand at one joint, without the wheels and shields that hide it. */
export function fastenersAt(axle: AxleSpec, joint: JointId, opens: Opens = OPENS_ALL): Fastener[] {
  const { axle: end, side } = partsOf(joint);
  return fastenersOfPieces(boltedAt(axle, joint, opens)).map(({ chalk, ...f }) => ({
    ...f,
    id: `${end}.${side}.${f.kind}`,
    axle: end,
    side,
    joint: chalk ? jointId(end, side, chalk as JointKind) : joint,
  }));
}

/** What of a vehicle is disturbed besides the parts themselves, and how they are put together in the end. */
export interface Disturbing {
  /** What comes off to reach them. */
  readonly off: readonly Before[];
  /** The axle as it is put together at a joint in the end, where a new part changes that. */
  readonly after?: (joint: JointId) => AxleSpec;
  readonly opens?: Opens;
}

/**
 * The fasteners that renewing these joints disturbs, in working order: what holds the part, then the
 * shield, then the wheels. A joint of another axle disturbs nothing here.
 */
export function fastenersFor(
  end: AxleEnd,
  axle: AxleSpec,
  joints: readonly JointId[],
  { off, after = () => axle, opens = OPENS_ALL }: Disturbing,
): Fastener[] {
  const found = new Map<FastenerId, Fastener>();
  const add = (side: Side, joint: JointId, f: Disturbed) => {
    const id: FastenerId = `${end}.${side}.${f.kind}`;
    if (!found.has(id)) found.set(id, { ...f, id, axle: end, side, joint });
  };
  const here = joints.filter((id) => partsOf(id).axle === end);
  if (here.length === 0) return [];
  for (const id of here) {
    for (const f of fastenersAt(after(id), id, opens)) if (!found.has(f.id)) found.set(f.id, f);
  }
  if (off.includes('shield') && axle.shieldFasteners > 0)
    add('left', jointId(end, 'left', 'arm-bushings'), {
      kind: 'shield-bolt',
      count: axle.shieldFasteners,
      rideHeight: false,
    });
  if (off.includes('wheels'))
    // Both wheels come off: the axle is raised level and the bar is unloaded.
    for (const side of SIDES)
      add(side, jointId(end, side, 'wheel-nuts'), { kind: 'wheel-nut', ...axle.wheelNuts, rideHeight: false });
  return [...found.values()];
}
