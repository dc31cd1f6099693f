import { elsewhereChecks } from '../../diagnosis';
import { isJointId } from '../../joint';
import { capital } from '../../text';
import type { JobState } from '../fold';
import { contradictedJoints } from '../rules/clearance';
import { leftBefore, sayLeftBefore } from '../rules/debts';
import { sayBoth } from '../say';
import { goTo, type NextLine } from './line';
import { nextElsewhere, nextOwed } from './round';

/** Two findings of one part that cannot both be: before anything else is done with it, whatever the job. */
export function nextToSettleDoubt(s: JobState): NextLine | undefined {
  const joint = contradictedJoints(s)[0];
  if (!joint) return undefined;
  return goTo(
    {
      time: 'now',
      title: 'Two things on the tape cannot both be.',
      why: `${capital(sayBoth(s, [joint]))}: moving in the hand, and tight. Feel it again and strike the wrong one.`,
      label: 'Look again',
      station: 'find',
    },
    'contradiction',
    joint,
  );
}

/** What it left here with the last time, not for the road, is looked at before anything else is looked for. */
export function nextOfLeft(s: JobState): NextLine | undefined {
  // Looked at and not told apart, it stays owed, and the rest goes on.
  const left = leftBefore(s).filter((at) => (isJointId(at) ? s.joints.get(at)!.hand : s.elsewhere.get(at)) === undefined);
  const check = elsewhereChecks(s.context.type).find((c) => c.finds.some((at) => left.includes(at)));
  const look = nextOwed(s, left.filter(isJointId)) ?? (check && nextElsewhere(s, check.id));
  return look && { ...look, why: `${sayLeftBefore(s)} ${look.why}`.trim() };
}
