import { assemblyOf, JOINT_SPECS, partsOf, type JointId } from '../joint';
import { capital } from '../text';
import type { AxleSpec, Fate, OrientationSpec } from '../vehicle';

export interface Piece {
  /** "front.left.link.nuts" */
  readonly id: string;
  readonly name: string;
  /** What both sides' have in common: "link.nuts", and its name without the side. */
  readonly group: string;
  readonly groupName: string;
  readonly joint: JointId;
  /** What good practice does with it; the technician decides. */
  readonly usual: Fate;
  readonly why: string;
}

/** Every piece that comes off with these joints, and its usual fate (common practice, no source). @param refit joints whose old part goes on again */
export function piecesFor(axle: AxleSpec, joints: readonly JointId[], refit: readonly JointId[] = []): Piece[] {
  const out = new Map<string, Piece>();
  for (const joint of joints) {
    const { axle: end, side, kind } = partsOf(joint);
    for (const [i, p] of JOINT_SPECS[kind].pieces(axle).entries()) {
      // The first piece is the old part itself: put back, it is kept.
      const back = i === 0 && refit.includes(joint);
      const id = `${end}.${side}.${p.id}`;
      if (!out.has(id))
        out.set(id, {
          id,
          name: p.name.replace('{side}', side),
          group: `${end}.${p.id}`,
          groupName: capital(
            p.name
              .replace(/,? ?\{side\} ?/, ' ')
              .trim()
              .replace(/\s+/g, ' '),
          ),
          joint,
          ...(back ? { usual: 'kept' as const, why: 'It goes on again.' } : { usual: p.usual, why: p.why }),
        });
    }
  }
  return [...out.values()];
}

/** The handed pieces of these joints, one a part: stopped at before tightening. */
export function orientationsFor(axle: AxleSpec, joints: readonly JointId[]): (OrientationSpec & { readonly joint: JointId })[] {
  const out = new Map<string, OrientationSpec & { joint: JointId }>();
  for (const joint of joints) {
    const spec = JOINT_SPECS[partsOf(joint).kind].orientation(axle);
    const part = assemblyOf(joint);
    if (spec && !out.has(part)) out.set(part, { ...spec, joint });
  }
  return [...out.values()];
}
