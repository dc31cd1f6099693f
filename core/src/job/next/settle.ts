import { sayJoint } from '../../joint';
import type { JobState } from '../fold';
import { dangerousJoints, looseJoints } from '../rules/clearance';
import { goTo, mins, type NextLine } from './line';

/** What to fit, and the customer's answer. */
export function nextToSettle(s: JobState): NextLine | undefined {
  if (s.choices.length === 0) {
    // What is dangerous comes before what is only loose.
    const danger = dangerousJoints(s)[0];
    const joint = danger ?? looseJoints(s)[0];
    return goTo(
      {
        time: mins(4),
        title: 'Choose what to fit.',
        why: joint
          ? `The ${sayJoint(joint, s.context.rules.dialect)} is ${danger ? 'dangerous: it comes first' : 'loose'}. Measure only what separates the parts.`
          : 'Touch the joint on the plate, then pick the part that fits.',
        label: 'Settle',
        station: 'settle',
      },
      joint,
    );
  }
  if (s.answers.some((a) => a.body.answer === 'approved')) return undefined;
  return goTo({
    time: 'wait',
    title: 'Get the customer’s yes or no.',
    why: 'Nothing comes off before somebody has said yes.',
    label: 'Record the answer',
    station: 'settle',
  });
}
