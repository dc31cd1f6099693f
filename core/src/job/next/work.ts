import { checkFor, partsOf, type JointId } from '../../joint';
import { DOUBTED_OUTCOMES, NEUTRAL_OUTCOMES, type ConfirmOutcome, type Line } from '../../ledger';
import { readyTools, type PlannedStep, type StepId } from '../../plan';
import { capital, count, list, sayWhen, uncapital } from '../../text';
import { LOCKS, WHEEL_MATERIALS } from '../../torque';
import { sayLength, showRange } from '../../units';
import type { JobState } from '../fold';
import { countingStates } from '../rules/clearance';
import { awaited, laneOf, workNow, type WorkNow } from '../rules/crew';
import { doubted, fastenersOf, isRusty, piecesOf, workJoints, type FastenerView } from '../rules/work';
import { linkSetting, setsLink } from '../rules/setting';
import { heightsAgain, heightsKnown, heightsOff, sayHeights, sayHeightsAgain } from '../rules/height';
import { speakOf } from '../say';
import { goToStep, line, mins, type NextAnswer, type NextLine, type SheetPlace } from './line';
import { lookAt } from './look';

/**
 * What the person at this screen does now: their own step, what a trouble asks, or what is waited for.
 * @param nowMs clock of the caller (ms since 1970); @param me the person's id, where several are at it
 */
export function nextToWork(s: JobState, nowMs: number, me?: string): NextLine | undefined {
  const now = workNow(s, nowMs);
  const first = now.open[0];
  if (!first) return undefined;
  const lane = laneOf(s, me);
  // Who has nothing to do reads what the others are at: there is a hand to lend.
  const p = now.at.get(lane) ?? [...now.at.values()][0];
  if (!p) return nextInWait(s, now, nowMs) ?? sayAny(s, first, now);
  const line = sayAny(s, p, now);
  return { ...line, why: [line.why, sayOthers(now, lane, p)].filter(Boolean).join(' ') };
}

function sayAny(s: JobState, p: PlannedStep, now: WorkNow): NextLine {
  const f = p.fastener && fastenersOf(s).find((x) => x.fastener.id === p.fastener);
  return f ? sayFastener(p, f, s.context.measures.torque) : sayStep(s, p, now.open.length - 1);
}

/** "Marit: new right link in." Where the step is for two, who helps. */
function sayOthers({ people, at }: WorkNow, lane: number, mine: PlannedStep): string {
  if (people.length < 2) return '';
  if (at.get(lane)?.id !== mine.id) {
    const busy = people.filter((_, i) => at.get(i)?.id === mine.id).map((p) => p.name);
    return `${list(busy)} ${busy.length > 1 ? 'are' : 'is'} at it; nothing else can be begun now.`;
  }
  const others = people.flatMap((p, i) => (i === lane ? [] : [{ p, step: at.get(i) }]));
  const together = others.filter((o) => o.step?.id === mine.id);
  if (together.length) return `Together with ${list(together.map((o) => o.p.name))}.`;
  return others.map((o) => (o.step ? `${o.p.name}: ${uncapital(o.step.title)}.` : `${o.p.name} has a hand free.`)).join(' ');
}

/** Nothing can be done but wait: for how long, and what is looked at meanwhile. */
function nextInWait(s: JobState, { open, soakEnds }: WorkNow, nowMs: number): NextLine | undefined {
  const waiting = open
    .map((p) => ({ p, ends: Math.max(0, ...p.needs.map(soakEnds)) }))
    .filter((x) => x.ends > nowMs)
    .sort((a, b) => a.ends - b.ends);
  const next = waiting[0];
  if (!next) return undefined;
  const left = Math.ceil((next.ends - nowMs) / 60_000);
  const running = next.p.needs.filter((n) => soakEnds(n) > nowMs);
  const fixed = running.includes('fire-watch');
  if (fixed)
    return goToStep(
      {
        time: mins(left),
        title: `Fire watch: ${left} min left. Somebody stays with it.`,
        why: `Then: ${uncapital(next.p.title)}. This one is not cut short.`,
        label: 'Look at it',
        station: 'work',
      },
      'fire-watch',
    );
  const soaking: NextAnswer = {
    label: 'Go on anyway',
    action: { kind: 'write', entries: running.map((step) => line('step', { step, state: 'done', soak: 'cut short' })) },
  };
  const said = {
    time: mins(left),
    title: `The penetrant is soaking: ${left} min left.`,
    why: `Then: ${uncapital(next.p.title)}.`,
    station: 'work' as const,
  };
  const look = lookMeanwhile(s, left);
  if (!look) return { ...said, label: soaking.label, action: soaking.action };
  const { the } = speakOf(s.context.rules.dialect, [look.joint]);
  const at: SheetPlace = { station: 'find', at: 'results', joint: look.joint, check: look.check };
  return {
    ...said,
    title: `While it soaks, ${left} min: look at ${the}.`,
    why: `${look.why} ${said.why}`,
    label: 'Go to it',
    action: { kind: 'ask', at, answers: [{ label: 'Go to it', action: lookAt(s, look.joint, look.check) }, soaking] },
  };
}

/** Something of this axle that nobody has looked at, or that is only watched: what a wait is good for. */
function lookMeanwhile(s: JobState, left: number) {
  const axle = s.context.type.axles[s.axle];
  for (const v of s.joints.values()) {
    const { axle: end, kind } = partsOf(v.id);
    if (end !== s.axle || v.state !== 'not looked at' || workJoints(s).includes(v.id)) continue;
    const check = checkFor(axle, kind);
    if (!check || check.minutes > left || !countingStates(s, v.id).includes('both-hanging')) continue;
    return { joint: v.id, check: check.id, why: 'Nobody has looked at it yet, and it hangs free now.' };
  }
  return undefined;
}

/** How the part is in the hand, which is all its step asks. */
export const confirmLines = (step: StepId, joint: JointId, outcome: ConfirmOutcome): Line[] => [
  line('confirm', { joint, outcome, note: '' }),
  line('step', { step, state: 'done' }),
];

/** A step, by what it still asks: its caution is read first, a question is answered, and then it is done. */
function sayStep(s: JobState, p: PlannedStep, left: number): NextLine {
  const said = { time: mins(p.minutes), title: `${p.title}.`, station: 'work' as const };
  const at: SheetPlace = { station: 'work', step: p.id };
  /** Written with its step open. */
  const write = (...entries: Line[]) => ({ kind: 'write', at, entries }) as const;
  if (p.caution && !s.cautions.has(p.id))
    return { ...said, why: p.caution, label: 'Read, go on', action: write(line('caution', { step: p.id })) };
  if (p.confirmJoint && !s.confirms.has(p.confirmJoint)) {
    const joint = p.confirmJoint;
    const thought = doubted(s, joint);
    return {
      ...said,
      title: `${p.title}: ${thought ? 'loose as thought?' : 'how is it?'}`,
      why: p.detail ?? '',
      label: 'Answer it',
      action: {
        kind: 'ask',
        at,
        answers: (thought ? DOUBTED_OUTCOMES : NEUTRAL_OUTCOMES).map((outcome) => ({
          label: capital(outcome),
          action: write(...confirmLines(p.id, joint, outcome)),
        })),
      },
    };
  }
  const wanted = wantedAtStep(s, p, said);
  if (wanted) return wanted;
  if (p.orientation && p.joint && !s.orientations.has(p.id))
    return {
      ...said,
      why: 'The drawing shows right and wrong; the photograph from the removal decides.',
      label: 'It is the right way round',
      action: write(line('orientation', { step: p.id, joint: p.joint, orientation: p.orientation })),
    };
  return {
    ...said,
    why:
      (p.id === 'ride-height' && sayHeights(s) ? capital(`${sayHeights(s)}. `) : '') + (p.detail ?? '') + sayReady(s, p) ||
      (left === 1 ? 'One step after this one.' : `${left} steps after this one.`),
    label: 'Done',
    action: write(line('step', { step: p.id, state: 'done' })),
  };
}

/** What must be there, set, measured or said before a step can be done. */
function wantedAtStep(s: JobState, p: PlannedStep, said: Omit<NextLine, 'why' | 'label' | 'action'>): NextLine | undefined {
  const goods = awaited(s, p);
  if (goods)
    return {
      ...said,
      time: 'wait',
      title: `${goods.choice.body.quantity} × ${goods.choice.body.part.name}: ${goods.promised ? `promised for ${sayWhen(goods.promised, s.context.rules.timeZone)}` : 'not looked at yet'}.`,
      why: 'It goes on when it is here and was looked at. Everything that can be done without it is done.',
      label: goods.stage === 'on its way' ? 'It is here' : 'Look at it',
      action: { kind: 'go', to: { station: 'settle', at: 'goods', joint: p.joint } },
    };
  const setting = setsLink(p.id) ? linkSetting(s) : undefined;
  if (setting && !setting.set)
    return goToStep(
      {
        ...said,
        title: `Set both links to ${sayLength(setting.targetMm, 1, s.context.measures.length)} before they go on.`,
        why: 'By caliper, centre to centre; its thread says how far and how alike they can be.',
        label: 'Set them',
      },
      p.id,
      'setting',
    );
  if (p.id === 'height' && !heightsKnown(s))
    return goToStep(
      {
        ...said,
        why: p.detail ?? '',
        label: 'Write it down',
      },
      p.id,
      'height',
    );
  if (p.id === 'ride-height' && heightsKnown(s) && (!heightsAgain(s) || heightsOff(s)))
    return goToStep(
      {
        ...said,
        why: heightsOff(s)
          ? `${sayHeightsAgain(s)} Then measure again.`
          : `${capital(sayHeights(s))}. Measure again, both sides, with the arms up.`,
        label: 'Write it down',
      },
      p.id,
      'height',
    );
  const loose = p.id === 'finish' ? piecesOf(s).filter((x) => !s.pieces.has(x.id)) : [];
  if (loose.length > 0)
    return goToStep(
      {
        ...said,
        title: `What came off, and where it goes: ${count(loose.length, 'piece')} left to say.`,
        why: 'Kept, moved over, renewed or binned, as somebody saw it; both sides at once where they are alike.',
        label: 'Say it',
      },
      p.id,
      'pieces',
    );
  return undefined;
}

/** On a rusty vehicle the tools of the first rungs lie ready before the step that may need them. */
export function sayReady(s: JobState, p: PlannedStep): string {
  if (p.phase !== 'undo' || !p.troubles?.length || !isRusty(s)) return '';
  return ` Rusty: ${list(readyTools(p.troubles))} lie ready.`;
}

function sayFastener(p: PlannedStep, f: FastenerView, unit?: string): NextLine {
  const at: SheetPlace = { station: 'work', step: p.id };
  if (f.wheelOwed)
    return {
      time: 'now',
      title: 'Are the wheels of steel or of alloy?',
      why: 'Their maker publishes another torque for each.',
      label: 'Say which',
      station: 'work',
      action: {
        kind: 'ask',
        at,
        answers: WHEEL_MATERIALS.map((material) => ({
          label: capital(material),
          action: { kind: 'write', at, entries: [line('wheels', { material })] },
        })),
      },
    };
  if (f.lockOwed)
    return {
      time: 'now',
      title: `How is the ${f.label.toLowerCase()} kept?`,
      why: 'A castle nut goes on to the next slot, never back, with a new cotter; a lock nut is new, or its reuse is written down.',
      label: 'Say how',
      station: 'work',
      action: {
        kind: 'ask',
        at,
        answers: LOCKS.map((how) => ({
          label: capital(how.replace(/ used again, .*/, ' again')),
          action: { kind: 'write', at, entries: [line('lock', { fastener: f.fastener.id, how })] },
        })),
      },
    };
  const name = f.label.toLowerCase();
  const title =
    f.targetNm !== null && f.stages.length > 1
      ? `Pull the ${name} in stages, in the end ${showRange(f.target!.minNm, f.target!.maxNm, 'torque', unit)}.`
      : f.targetNm !== null
        ? `${f.target!.maxNm > f.target!.minNm ? 'Pull' : 'Set'} ${showRange(f.target!.minNm, f.target!.maxNm, 'torque', unit)}${f.target!.maxNm > f.target!.minNm ? ' at' : ' and pull'} the ${name}.`
        : f.state === 'must be published'
          ? `Find the maker’s value for the ${name}.`
          : `Tighten the ${name}, firm, and mark it.`;
  const why =
    f.targetNm === null
      ? 'No value is published for it; none is invented here.'
      : f.fastener.rideHeight
        ? 'Gripped rubber: tightened at ride height.'
        : f.fastener.kind === 'wheel-nut'
          ? 'On the ground, in star order, the first one again at the end.'
          : 'Turns freely: any height will do.';
  return {
    time: mins(p.minutes),
    title,
    why,
    label:
      f.targetNm !== null
        ? f.fastener.count > 1
          ? 'Count it'
          : 'Type the number'
        : f.state === 'must be published'
          ? 'Type the value'
          : 'Firm and marked',
    station: 'work',
    action: { kind: 'go', to: { ...at, at: `fastener ${f.fastener.id}` } },
  };
}
