import { assemblyOf, boltedAt, JOINT_SPECS, OPENS_ALL, partsOf, type JointId, type Opens } from '../joint';
import { capital } from '../text';
import {
  askedOfPieces,
  facingsOfPieces,
  SIDES,
  type AxleSpec,
  type Fate,
  type Orientation,
  type OrientationSpec,
} from '../vehicle';

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
export function piecesFor(
  axle: AxleSpec,
  joints: readonly JointId[],
  refit: readonly JointId[] = [],
  opens: Opens = OPENS_ALL,
): Piece[] {
  const out = new Map<string, Piece>();
  const across = (id: JointId) => JOINT_SPECS[partsOf(id).kind].acrossVehicle !== null;
  for (const joint of [...joints].sort((a, b) => Number(across(a)) - Number(across(b)))) {
    const { axle: end, side: at } = partsOf(joint);
    const again = refit.includes(joint);
    for (const [i, p] of askedOfPieces(boltedAt(axle, joint, opens)).entries())
      for (const side of !across(joint) ? [at] : p.name.includes('{side}') ? SIDES : (['left'] as const)) {
        const id = `${end}.${side}.${p.id}`;
        if (out.has(id)) continue;
        // Put back, the old part itself is kept, and nothing is moved over.
        const back = again && ((i === 0 && p.usual === 'binned') || p.usual === 'moved over');
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

/** The pieces of these joints that face one way, by part, each kind of facing once: stopped at before tightening. */
export function facingsFor(
  axle: AxleSpec,
  joints: readonly JointId[],
  opens: Opens = OPENS_ALL,
): (OrientationSpec & { readonly joint: JointId })[] {
  const out = new Map<string, OrientationSpec & { joint: JointId }>();
  for (const joint of joints)
    for (const spec of facingsOfPieces(boltedAt(axle, joint, opens))) {
      const key = `${assemblyOf(joint)} ${spec.orientation}`;
      if (!out.has(key)) out.set(key, { ...spec, joint });
    }
  return [...out.values()];
}

/** Which kinds of facing are looked at when this part goes on. */
export const facingsAt = (axle: AxleSpec, joint: JointId, opens: Opens = OPENS_ALL): Orientation[] =>
  facingsFor(axle, [joint], opens).map((f) => f.orientation);
