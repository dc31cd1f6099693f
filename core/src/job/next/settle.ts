import { partsOf, twinOf } from '../../joint';
import { capital } from '../../text';
import type { JobState } from '../fold';
import { missingHands } from '../rules/choosing';
import { dangerousJoints, looseJoints } from '../rules/clearance';
import { answered } from '../rules/work';
import { sayParts, speakOf } from '../say';
import { goTo, mins, type NextLine } from './line';

/** What to fit, and the customer's answer to each choice. A no is an answer: it leads on. */
export function nextToSettle(s: JobState): NextLine | undefined {
  const missing = missingHands(s)[0];
  if (missing)
    return goTo(
      {
        time: 'now',
        title: `The other hand is missing: choose one for the ${partsOf(missing).side} side.`,
        why: `What was chosen is made for the ${partsOf(twinOf(missing)).side} side only; it does not fit here.`,
        label: 'Choose it',
        station: 'settle',
      },
      'choose',
      missing,
    );
  const waiting = s.choices.find((c) => !answered(s, c.id));
  if (waiting)
    return goTo(
      {
        time: 'wait',
        title: 'Get the customer’s yes or no.',
        why: `For ${sayParts(s.context.rules.dialect, waiting.body.joints)}. Nothing comes off before somebody has said yes.`,
        label: 'Record the answer',
        station: 'settle',
      },
      'answer',
    );
  if (s.choices.length > 0) return undefined;
  // What is dangerous comes before what is only loose.
  const danger = dangerousJoints(s)[0];
  const joint = danger ?? looseJoints(s)[0];
  const said = joint && speakOf(s.context.rules.dialect, [joint]);
  // It did not come back and nothing was found: there is nothing to fit.
  if (!joint && s.verdict && s.verdict.body.causes.length === 0) return undefined;
  // Something was undone to get at something else: nothing has to be chosen for that.
  if (!joint && s.undone.size > 0) return undefined;
  return goTo(
    {
      time: mins(4),
      title: 'Choose what to fit.',
      why: joint
        ? `${capital(said!.the)} ${said!.is} ${danger ? 'dangerous: that comes first' : 'loose'}. Measure only what separates the parts.`
        : 'Touch the joint on the plate, then pick the part that fits.',
      label: 'Choose',
      station: 'settle',
    },
    'choose',
    joint,
  );
}
