import { debtsUnpaid, type DangerAt, type Debt } from '../../danger';
import { isDangerous, isJointId, jointsOf, partsOf, playShows, type JointId } from '../../joint';
import type { Entry } from '../../ledger';
import { AXLES, type AxleEnd } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { sayDay } from '../../text';
import { sayJoints } from '../say';
import { openDangers, seenWhole } from './danger';
import { workedAxles } from './planned';
import { fastenersOf } from './work';

/** Its play was measured with the vehicle so that it shows, every time, and is within its limit. */
function measuredWithin(s: JobState, id: JointId): boolean {
  if (s.joints.get(id)!.before?.conformance.verdict !== 'within') return false;
  const { axle, kind } = partsOf(id);
  const readings = s.kept.reading.filter((e) => e.body.joint === id && e.body.phase === 'before');
  return readings.every(({ body }) => body.state && playShows(s.context.type.axles[axle], kind, body.state));
}

/**
 * Whether a joint is cleared: felt, by a check that can show it in a state that can show it, and no fail; measured so, within
 * its limit; renewed; or dangerous, which is more than a debt. What was only seen, read from a gauge nobody said the state
 * of, or could not be told pays nothing. A slight play that the shop's rule lets pass was felt, and said: it pays.
 */
const isCleared = (s: JobState, at: DangerAt): boolean => {
  if (openDangers(s).some((d) => d.kind !== 'rocks' && d.at.includes(at))) return true;
  if (!isJointId(at)) return seenWhole(s, at);
  const id = at;
  const j = s.joints.get(id)!;
  if (s.renewed.has(id)) return true;
  return (j.handCounts && (j.hand === 'tight' || (j.hand === 'slight' && !j.fails))) || measuredWithin(s, id);
};

/** Joints at which an entry found something on the vehicle; what is found in the hand was on its way out. */
function foundAt(e: Entry): JointId[] {
  switch (e.kind) {
    case 'check':
      return e.body.results.flatMap(({ joint, result }) =>
        isJointId(joint) && (e.body.rocks || ['moves', 'dangerous', 'slight'].includes(result)) ? [joint] : [],
      );
    case 'defect':
      return [e.body.joint];
    default:
      return [];
  }
}

/** The dangerous joints of an axle. */
const dangerousOf = (s: JobState, end: AxleEnd): JointId[] =>
  jointsOf(end, s.context.type.axles[end]).filter((id) => isDangerous(partsOf(id).kind));

/**
 * What this vehicle was ever made to owe: where a noise is looked for, every dangerous joint of the axles it was said to come
 * from and of the one worked at; what it left here with, not for the road; at a corner where something was found, those of that corner; and what the work has undone.
 */
function made(s: JobState): Debt[] {
  const live = s.entries.filter((e) => !s.struck.has(e.id));
  const heard = live.flatMap((e) => (e.kind === 'complaint' ? e.body.where : []));
  const corners = new Set(
    live.flatMap(foundAt).map((id) => {
      const { axle, side } = partsOf(id);
      return `${axle} ${side}`;
    }),
  );
  const touched = new Set(
    fastenersOf(s)
      .filter((f) => f.state === 'done')
      .map((f) => f.fastener.joint),
  );
  const owedBy = (at: JointId): Debt['by'] | undefined => {
    const { axle, side } = partsOf(at);
    if (s.context.kind === 'noise' && heard.includes(axle)) return 'complaint';
    if (s.context.kind === 'noise' && (axle === s.axle || workedAxles(s).includes(axle))) return 'axle';
    if (corners.has(`${axle} ${side}`)) return 'corner';
    return touched.has(at) ? 'opened' : undefined;
  };
  const left = (s.context.file?.left?.at ?? []).filter((at) => !isJointId(at) || s.joints.has(at));
  return [
    ...left.map((at): Debt => ({ at, by: 'left' })),
    ...AXLES.flatMap((end) => dangerousOf(s, end)).flatMap((at): Debt[] => {
      const why = owedBy(at);
      return why ? [{ at, by: why }] : [];
    }),
  ];
}

/** The dangerous joints of an axle that nothing has cleared or found yet. */
export const uncleared = (s: JobState, end: AxleEnd): JointId[] => dangerousOf(s, end).filter((id) => !isCleared(s, id));

/** The clearances that are owed, with what made each. */
export const openDebts = onceAState((s): readonly Debt[] => debtsUnpaid({ made: made(s), paid: (at) => isCleared(s, at) }));

/** The joints that must be cleared before this vehicle goes back. */
export const owedJoints = onceAState((s): readonly JointId[] => openDebts(s).flatMap((d) => (isJointId(d.at) ? [d.at] : [])));

/** What it left with the last time, not for the road, and nobody has looked at since. */
export const leftBefore = (s: JobState): DangerAt[] => openDebts(s).flatMap((d) => (d.by === 'left' ? [d.at] : []));

/** The same in a sentence: "It left here not for the road on 3 March: left ball joint."; nothing where it is looked at. */
export function sayLeftBefore(s: JobState): string {
  const left = leftBefore(s);
  const { on } = s.context.file?.left ?? {};
  return left.length && on ? `It left here not for the road on ${sayDay(on)}: ${sayJoints(s, left)}.` : '';
}
