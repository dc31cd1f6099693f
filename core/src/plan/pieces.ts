import { splitJoint, type AxleSpec, type JointId } from '../joint';

export const FATES = ['kept', 'moved over', 'renewed', 'binned'] as const;
export type Fate = (typeof FATES)[number];

/** How a handed piece faces; each has a right and a wrong drawing. */
export const ORIENTATIONS = ['link studs', 'dished washers', 'bushing split'] as const;
export type Orientation = (typeof ORIENTATIONS)[number];

export interface Piece {
  /** "front.left.link.nuts" */
  readonly id: string;
  readonly name: string;
  readonly joint: JointId;
  /** What good practice does with it; the technician decides. */
  readonly usual: Fate;
  readonly why: string;
}

/** Every piece that comes off with these joints, and its usual fate (common practice, no source). */
export function piecesFor(axle: AxleSpec, joints: readonly JointId[]): Piece[] {
  const out = new Map<string, Piece>();
  const add = (id: string, name: string, joint: JointId, usual: Fate, why: string) =>
    out.set(id, out.get(id) ?? { id, name, joint, usual, why });
  for (const joint of joints) {
    const j = splitJoint(joint)!;
    const at = `${j.axle}.${j.side}`;
    if (j.kind === 'link-upper' || j.kind === 'link-lower') {
      add(`${at}.link`, `Old ${j.side} link`, joint, 'binned', 'Worn.');
      if (axle.link?.kind === 'bolt-through') {
        add(
          `${at}.link.bolt`,
          `Bolt and sleeve, ${j.side}`,
          joint,
          'renewed',
          'A rusty or necked bolt and a mushroomed sleeve are not used again.',
        );
        add(
          `${at}.link.washers`,
          `Dished washers, ${j.side}`,
          joint,
          'moved over',
          'Kept when flat rims and clean, dish as before.',
        );
      } else {
        add(
          `${at}.link.nuts`,
          `Lock nuts, ${j.side}`,
          joint,
          'renewed',
          'Self-locking nuts are used once; a reused one is recorded with threadlocker.',
        );
      }
    }
    if (j.kind === 'frame-bushing') {
      add(`${at}.bushing`, `Old frame bushing, ${j.side}`, joint, 'binned', 'Worn.');
      add(`${at}.bracket`, `Bracket, ${j.side}`, joint, 'kept', 'Brushed; renewed when the hook or a hole is wasted.');
      add(`${at}.bracket.bolts`, `Bracket bolts, ${j.side}`, joint, 'kept', 'Each back in its own hole; renewed when wasted.');
    }
  }
  return [...out.values()];
}

/** The handed pieces of these joints: stopped at before tightening. */
export function orientationsFor(
  axle: AxleSpec,
  joints: readonly JointId[],
): { joint: JointId; orientation: Orientation; right: string; wrong: string }[] {
  const out = new Map<string, { joint: JointId; orientation: Orientation; right: string; wrong: string }>();
  for (const joint of joints) {
    const j = splitJoint(joint)!;
    if (j.kind === 'frame-bushing') {
      out.set(`${j.side}b`, {
        joint,
        orientation: 'bushing split',
        right: 'Split faces the side it faced at removal, closed by the bracket.',
        wrong: 'Split under the open side of the bracket: it works loose.',
      });
    } else if ((j.kind === 'link-upper' || j.kind === 'link-lower') && axle.link) {
      out.set(
        `${j.side}l`,
        axle.link.kind === 'bolt-through'
          ? {
              joint,
              orientation: 'dished washers',
              right: 'Dish cups the grommet, rim towards the rubber.',
              wrong: 'Dish turned away: the rim cuts the rubber.',
            }
          : {
              joint,
              orientation: 'link studs',
              right: 'Both studs point the way the old ones did, boots free of the bar.',
              wrong: 'A stud turned over: the boot is pinched and the link leans on the arm.',
            },
      );
    }
  }
  return [...out.values()];
}
