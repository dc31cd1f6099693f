import { elsewhereChecks } from '../../diagnosis';
import { checkFor, isJointId, partsOf, type Check, type JointId } from '../../joint';
import { capital, list } from '../../text';
import { sayState, type VehicleState } from '../../vehicle';
import type { JobState } from '../fold';
import { contradictedJoints, countingStates, standingOf } from '../rules/clearance';
import { leftBefore, sayLeftBefore } from '../rules/debts';
import { sayBoth, speakOf } from '../say';
import { goTo, line, mins, type NextLine } from './line';
import { lookAt, lookElsewhere } from './look';

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

/** How the vehicle must stand for a check to count, where it does not, or nobody has said: asked before the check is made. */
export function nextToStand(
  s: JobState,
  counting: readonly VehicleState[],
  best: VehicleState,
  of: {
    readonly joint?: JointId | undefined;
    readonly check?: Check | undefined;
    readonly minutes: number;
    readonly title: string;
  },
): NextLine | undefined {
  const stands = standingOf(s);
  // A check that counts however the vehicle stands asks nothing.
  if (counting.length === 0 || (stands && counting.includes(stands))) return undefined;
  return {
    time: of.minutes > 0 ? mins(of.minutes) : 'now',
    title: stands ? `${capital(sayState(best))} first.` : `How does it stand? ${capital(sayState(best))} is wanted.`,
    why: `Then: ${of.title}. It counts ${list(counting.map(sayState))}.`,
    label: capital(sayState(best)),
    station: 'find',
    action: {
      kind: 'write',
      entries: [line('stands', { state: best })],
      then: { station: 'find', joint: of.joint, check: of.check?.id },
    },
  };
}

/** What it left here with the last time, not for the road, is looked at before anything else is looked for. */
export function nextOfLeft(s: JobState): NextLine | undefined {
  // Looked at and not told apart, it stays owed, and the rest goes on.
  const left = leftBefore(s).filter((at) => (isJointId(at) ? s.joints.get(at)!.hand : s.elsewhere.get(at)) === undefined);
  const check = elsewhereChecks(s.context.type).find((c) => c.finds.some((at) => left.includes(at)));
  const look =
    nextOwed(s, left.filter(isJointId)) ??
    (check && {
      time: mins(check.minutes),
      title: `${check.title}.`,
      why: '',
      label: 'Go to it',
      station: 'find' as const,
      action: lookElsewhere(s, check.id),
    });
  return look && { ...look, why: `${sayLeftBefore(s)} ${look.why}`.trim() };
}

/** A joint that is owed, by its usual check: where no plan has been worked out. */
export function nextOwed(s: JobState, owed: readonly JointId[]): NextLine | undefined {
  const joint = owed[0];
  const check = joint && checkFor(s.context.type.axles[partsOf(joint).axle], partsOf(joint).kind);
  if (!check) return undefined;
  const title = check.title.replace('{side}', partsOf(joint).side);
  const counting = countingStates(s, joint);
  const stand = nextToStand(s, counting, counting[0] ?? 'both-hanging', { joint, check, minutes: 0, title });
  if (stand) return stand;
  const settles = owed.filter((id) => partsOf(id).side === partsOf(joint).side && check.settles.includes(partsOf(id).kind));
  const said = speakOf(s.context.rules.dialect, settles);
  return {
    time: mins(check.minutes),
    title: `${title}.`,
    why: `Clears ${said.the}; the hand-back waits for ${said.it}.`,
    label: 'Go to it',
    station: 'find',
    action: lookAt(s, joint, check.id),
  };
}
