import { plainStep, type PlannedStep } from '../../plan';
import { capital, list, sayUntil, uncapital } from '../../text';
import { LOCKS, WHEEL_MATERIALS } from '../../torque';
import { showRange } from '../../units';
import type { JobState } from '../fold';
import { awaited, laneOf, workNow, type WorkNow } from '../rules/crew';
import { meanwhile } from '../rules/rounds';
import { againstThread, pulledTogether, togetherLines } from '../rules/pull';
import { fastenersOf, type FastenerView } from '../rules/work';
import { answersOf, goToStep, line, mins, placeOf, type NextAnswer, type NextLine, type SheetPlace } from './line';
import { sayStep } from './step';
import { sayRow } from './round';

/**
 * What the person at this screen does now: their own step, what a trouble asks, or what is waited for.
 * @param nowMs clock of the caller (ms since 1970); @param me the person's id, where several are at it
 */
export function nextToWork(s: JobState, nowMs: number, me?: string): NextLine | undefined {
  const now = workNow(s, nowMs);
  const first = now.open[0];
  if (!first) return undefined;
  const apart = beforeApart(s, now, nowMs);
  if (apart) return apart;
  const lane = laneOf(s, me);
  // Who has nothing to do reads what the others are at: there is a hand to lend.
  const p = now.at.get(lane) ?? [...now.at.values()][0];
  if (!p) return nextInWait(s, now, nowMs) ?? sayAny(s, first, now);
  const line = sayAny(s, p, now);
  return { ...line, why: [line.why, sayOthers(now, lane, p)].filter(Boolean).join(' ') };
}

/** A wait for a part that is longer than this is asked about before anything comes off, min (common practice, no source). */
const LONG_WAIT_MIN = 60;

/**
 * Nothing has come off, and a part is so far off that it would stand apart and wait for it: somebody decides, and their yes is
 * on the tape. On a practice vehicle waits are skipped.
 */
function beforeApart(s: JobState, { open, plan, done }: WorkNow, nowMs: number): NextLine | undefined {
  if (s.apart || s.context.practice || plan.some(done)) return undefined;
  const at = open.findIndex((p) => awaited(s, p)?.stage === 'on its way');
  const goods = at < 0 ? undefined : awaited(s, open[at]!);
  if (!goods) return undefined;
  const { promised } = goods;
  const before = open.slice(0, at).reduce((sum, p) => sum + p.minutes, 0);
  if (promised && (Date.parse(promised) - nowMs) / 60_000 < before + LONG_WAIT_MIN) return undefined;
  const when = promised ? sayUntil(promised, s.context.rules.timeZone, nowMs) : '';
  const begin: NextAnswer = {
    label: 'Start now',
    action: {
      kind: 'write',
      entries: [line('apart', { choice: goods.choice.id, ...(promised ? { until: promised } : {}) })],
    },
  };
  const part = promised ? `Part ${when}` : 'Nobody has said when the part comes';
  const outside = s.context.outside === true;
  const said = {
    time: 'wait',
    title: outside ? `${part}. It waits outside.` : `${part}. Start now, it stands apart until then; or put it outside.`,
    why: `${goods.choice.body.quantity} × ${goods.choice.body.part.name}. ${capital(mins(before))} of the work can be done without it.`,
    label: begin.label,
    station: 'work' as const,
  };
  if (outside) return { ...said, action: begin.action };
  return {
    ...said,
    action: {
      kind: 'ask',
      at: { station: 'work' },
      answers: [begin, { label: 'Put it outside', action: { kind: 'move', bay: null } }],
    },
  };
}

function sayAny(s: JobState, p: PlannedStep, now: WorkNow): NextLine {
  const f = p.fastener && fastenersOf(s).find((x) => x.fastener.id === p.fastener);
  return f ? sayFastener(s, p, f) : sayStep(s, p, now.open.length - 1);
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

/** Waits that end within this are one: both sides were brushed in one go, ms. */
const TOGETHER_MS = 60_000;

/** Nothing can be done but wait: for how long, and what is looked at meanwhile. */
function nextInWait(s: JobState, { open, soakEnds }: WorkNow, nowMs: number): NextLine | undefined {
  const waiting = open
    .map((p) => ({ p, ends: Math.max(0, ...p.needs.map(soakEnds)) }))
    .filter((x) => x.ends > nowMs)
    .sort((a, b) => a.ends - b.ends);
  const next = waiting[0];
  if (!next) return undefined;
  const left = Math.ceil((next.ends - nowMs) / 60_000);
  // Brushed on together, it is one wait.
  const running = open
    .filter((p) => p.needs.some((n) => soakEnds(n) > nowMs))
    .flatMap((p) => p.needs.filter((n) => soakEnds(n) > nowMs))
    .filter((n, i, all) => all.indexOf(n) === i)
    .filter((n) => next.p.needs.includes(n) || Math.abs(soakEnds(n) - next.ends) < TOGETHER_MS);
  const fixed = running.some((id) => plainStep(id) === 'fire-watch');
  if (fixed)
    return goToStep(
      {
        time: mins(left),
        title: `Fire watch: ${left} min left. Somebody stays with it.`,
        why: `Then: ${uncapital(next.p.title)}. This one is not cut short.`,
        label: 'Look at it',
        station: 'work',
      },
      running.find((id) => plainStep(id) === 'fire-watch')!,
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
  const look = meanwhile(s).filter((r) => r.check.minutes <= left)[0];
  if (!look) return { ...said, label: soaking.label, action: soaking.action };
  const line_ = sayRow(s, look);
  const at = placeOf(line_.action)!;
  return {
    ...said,
    title: `While it soaks, ${left} min: ${uncapital(line_.title)}`,
    why: `Nobody has looked at it yet, and it can be seen now. ${said.why}`,
    label: 'Go to it',
    action: { kind: 'ask', at, answers: [...answersOf(line_)!, soaking] },
  };
}

/** "8 at 7 N·m", "54 N·m", "5 at 115 N·m in stages". */
function sayTarget(f: FastenerView, unit?: string): string {
  const { count } = f.fastener;
  const nm = showRange(f.target!.minNm, f.target!.maxNm, 'torque', unit);
  return `${count > 1 ? `${count} at ` : ''}${nm}${f.stages.length > 1 ? ' in stages' : ''}`;
}

function sayFastener(s: JobState, p: PlannedStep, f: FastenerView): NextLine {
  const unit = s.context.measures.torque;
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
  const past = againstThread(f, unit);
  const why = past
    ? past
    : f.targetNm === null
      ? 'No torque is published for it, and none is made up here.'
      : f.fastener.rideHeight
        ? 'The rubber is gripped: tighten it at ride height.'
        : f.fastener.kind === 'wheel-nut'
          ? 'On the ground, in star order, the first one again at the end.'
          : 'It turns freely, so any ride height will do.';
  const label = f.targetNm !== null ? 'Show it' : f.state === 'must be published' ? 'Type the value' : 'Firm and marked';
  const own = { kind: 'go', to: { ...at, at: `fastener ${f.fastener.id}` } } as const;
  const said = { time: mins(p.minutes), title, label, station: 'work' as const };
  const run = pulledTogether(s, p);
  if (run.length < 2) return { ...said, why, action: own };
  const more = run.slice(1).map((x) => `${uncapital(x.label)}, ${sayTarget(x, unit)}`);
  return {
    ...said,
    why: `${why} With it: ${more.join('; ')}.`,
    action: {
      kind: 'ask',
      at,
      answers: [
        { label, action: own },
        { label: `All ${run.length} clicked as set`, action: { kind: 'write', at, entries: togetherLines(run, unit) } },
      ],
    },
  };
}
