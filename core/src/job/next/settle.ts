import { partsOf, twinOf } from '../../joint';
import { capital, count, numberWord } from '../../text';
import type { JobState } from '../fold';
import { missingHands } from '../rules/choosing';
import { looseJoints } from '../rules/clearance';
import { dangerousJoints } from '../rules/danger';
import { goodsLines } from '../rules/goods';
import { causesElsewhere } from '../rules/hand-back';
import { sayFail, untoldFails } from '../rules/inspection';
import { ruined } from '../rules/trouble';
import { variantOwed } from '../rules/wanted';
import { waitingLines } from '../rules/work';
import { sayParts, speakOf } from '../say';
import { goTo, mins, type NextAnswer, type NextLine } from './line';

/** The length was worked out, or found by the bolt: what was measured of the old link says nothing of the new. */
const lengthKnown = (s: JobState, axle: JobState['axle']): boolean =>
  s.results.some((e) => e.body.what === 'link length' && e.body.joint && partsOf(e.body.joint).axle === axle);

/** What was said yes to: ordered, then looked at when it is here. What is on its way is waited for where it is needed. */
function nextOfParts(s: JobState): NextLine | undefined {
  const lines = goodsLines(s);
  const open = lines.find((g) => g.stage === 'to order');
  const said = (g: (typeof lines)[number]) => `${g.choice.body.quantity} × ${g.choice.body.part.name}`;
  if (open)
    return goTo(
      {
        time: mins(2),
        title: `Order ${said(open)}.`,
        why: open.refused.length
          ? 'What came was refused: it is asked for anew, and the promise changes.'
          : 'Ask who has it, and for when.',
        label: 'Order it',
        station: 'settle',
      },
      'order',
    );
  const here = lines.find((g) => g.stage === 'here');
  if (here)
    return goTo(
      {
        time: mins(1),
        title:
          here.from === 'shelf'
            ? `Take ${said(here)} off the shelf, and look at it.`
            : `Look at ${said(here)} before it goes on.`,
        why: 'Right part, right side, undamaged, all of it there: before anything comes off.',
        label: 'Look at it',
        station: 'settle',
      },
      'goods',
    );
  return undefined;
}

/** What to fit, and the customer's answer to each choice. A no is an answer: it leads on. */
export function nextToSettle(s: JobState): NextLine | undefined {
  const open = nextOfChoices(s) ?? nextOfParts(s);
  if (open) return open;
  return s.lines.length > 0 ? undefined : nextToChoose(s);
}

/** What was chosen and is not whole, told or answered yet. */
function nextOfChoices(s: JobState): NextLine | undefined {
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
  const broken = ruined(s)[0];
  const offered = broken && s.lines.some((l) => l.joints.includes(broken) && l.standing === 'waiting');
  if (broken && !offered)
    return goTo(
      {
        time: 'now',
        title: `Choose a new part: ${sayParts(s.context.rules.dialect, [broken])} cannot go on again.`,
        why: 'It was to be fitted as it was. The owner is asked, it is ordered, and the bay waits: the promise changes.',
        label: 'Choose it',
        station: 'settle',
      },
      'choose',
      broken,
    );
  const fails = untoldFails(s);
  if (fails.length && (s.lines.length > 0 || looseJoints(s).length === 0)) {
    const choose = { station: 'settle', at: 'choose', joint: fails[0]!.joint } as const;
    const quoted: NextAnswer = { label: 'Choose a part', action: { kind: 'go', to: choose } };
    const told: NextAnswer = { label: 'Told, record it', action: { kind: 'go', to: { station: 'settle', at: 'told' } } };
    // With nothing chosen yet this is what there is to mend; found beside the work, most owners are only told.
    const answers = s.lines.length === 0 ? [quoted, told] : [told, quoted];
    return {
      time: mins(1),
      title: `${sayFail(s, fails[0]!).replace(/\. .*/, '')}. ${fails[0]!.rule ? 'That fails an inspection.' : 'The owner is asked about it too.'}`,
      why: `${fails.length > 1 ? `So do ${count(fails.length - 1, 'other')}. ` : ''}It is put to the owner with a part and its price; or the owner is told, and it is written down who was.`,
      label: answers[0]!.label,
      station: 'settle',
      action: { kind: 'ask', at: choose, answers },
    };
  }
  const waiting = waitingLines(s)[0];
  if (waiting)
    return goTo(
      {
        time: 'wait',
        title:
          waiting.options.length > 1
            ? `Read it out: ${numberWord(waiting.options.length)} ways to do it.`
            : 'Get the customer’s yes or no.',
        why: `For ${sayParts(s.context.rules.dialect, waiting.joints)}. Take nothing off before the customer says yes.`,
        label: 'Record the answer',
        station: 'settle',
      },
      'answer',
    );
  return undefined;
}

/** Nothing is chosen yet: what to fit, where there is something to fit. */
function nextToChoose(s: JobState): NextLine | undefined {
  // What is dangerous comes before what is only loose.
  const danger = dangerousJoints(s)[0];
  const joint = danger ?? looseJoints(s)[0];
  const said = joint && speakOf(s.context.rules.dialect, [joint], 0, s.axle);
  // It did not come back and nothing was found: there is nothing to fit.
  if (!joint && s.verdict && s.verdict.body.causes.length === 0) return undefined;
  // What makes it is no joint of the plate, and nothing else was found: it is mended, and driven.
  if (!joint && causesElsewhere(s).length > 0) return undefined;
  // Something was undone to get at something else: nothing has to be chosen for that.
  if (!joint && s.undone.size > 0) return undefined;
  // A vehicle that stands otherwise than its links were made for: which length comes before which part.
  if (s.context.kind === 'changed stance' && s.axles[s.axle].link && !lengthKnown(s, s.axle))
    return goTo(
      {
        time: mins(5),
        title: 'Find the length of link for this stance.',
        why: 'By how much it was lowered or raised, or by the bolt that slides in by hand.',
        label: 'Which length?',
        station: 'settle',
      },
      'length',
    );
  if (joint && variantOwed(s, joint))
    return goTo(
      {
        time: mins(1),
        title: `Which one is it: ${s.variants.map((v) => v.name).join(', or ')}?`,
        why: 'Vehicles of this type differ in their bars, and parts with them. Look, or put a caliper on the bar.',
        label: 'Say which',
        station: 'settle',
      },
      'variant',
    );
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
