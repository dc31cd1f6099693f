import { assemblyOf, JOINT_SPECS, partsOf, type JointId } from '../joint';
import { capital } from '../text';
import { SIDES, type AxleSpec, type Fate, type OrientationSpec } from '../vehicle';

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

/** A name without its side: what both sides' have in common. */
const bare = (name: string): string =>
  capital(
    name
      .replace(/,? ?\{side\} ?/, ' ')
      .trim()
      .replace(/\s+/g, ' '),
  );

/**
 * Every piece that comes off with these joints, once, and its usual fate (common practice, no source). What is renewed by itself
 * is asked about as that, before what comes off with a part across the vehicle, which is one piece and lets go at both sides.
 * @param refit joints whose old part goes on again
 */
export function piecesFor(axle: AxleSpec, joints: readonly JointId[], refit: readonly JointId[] = []): Piece[] {
  const out = new Map<string, Piece>();
  const across = (id: JointId) => JOINT_SPECS[partsOf(id).kind].acrossVehicle !== null;
  for (const joint of [...joints].sort((a, b) => Number(across(a)) - Number(across(b)))) {
    const { axle: end, side: at, kind } = partsOf(joint);
    const again = refit.includes(joint);
    for (const [i, p] of JOINT_SPECS[kind].pieces(axle).entries())
      for (const side of !across(joint) ? [at] : p.name.includes('{side}') ? SIDES : (['left'] as const)) {
        const id = `${end}.${side}.${p.id}`;
        if (out.has(id)) continue;
        // Put back, the old part itself is kept, and nothing is moved over.
        const back = again && (i === 0 || p.usual === 'moved over');
        out.set(id, {
          id,
          name: p.name.replace('{side}', side),
          group: `${end}.${p.id}`,
          groupName: bare(p.name),
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
