import type { Entry, EntryKind } from '../ledger';
import { builtIn, rungTask, slowedByRust, wayTask, type RungTask, type Task, type WayTask } from '../plan';
import type { JobState } from './fold';
import { isRusty, planOf } from './rules/plan-of';

/** How long one task took in one job. */
export interface StepTime {
  readonly task: Task | RungTask | WayTask;
  /** Null where rust makes no difference to it. */
  readonly rusty: boolean | null;
  readonly minutes: number;
}

/** What is written down while a step is under way: the hands go on with it. */
const MEANWHILE: readonly EntryKind[] = [
  'caution',
  'orientation',
  'photo',
  'rung',
  'confirm',
  'note',
  'tip',
  'way',
  'trouble',
  'crew',
  'lock',
  'wheels',
  'piece',
  'height',
  'setup',
];
/** Steps tapped off so soon after each other were done before the first tap, ms. */
const TOGETHER_MS = 15_000;
/** Longer than so many times the built-in minutes, and than this: somebody was away. */
const AWAY_TIMES = 6;
const AWAY_MIN = 45;

const at = (e: Entry): number => Date.parse(e.at);
/** Something was done: it took some time. */
const hundredths = (minutes: number): number => Math.max(0.01, Math.round(minutes * 100) / 100);

/** How long each rung took that was tried: from the trouble, or the rung before it, to its answer. */
function rungTimes(s: JobState): StepTime[] {
  const all = [...s.troubles, ...s.rungs].sort((a, b) => at(a) - at(b));
  return s.rungs.flatMap((r) => {
    const before = all.filter((e) => e !== r && e.body.step === r.body.step && at(e) <= at(r)).at(-1);
    const minutes = before ? (at(r) - at(before)) / 60_000 : 0;
    if (minutes <= 0 || minutes > AWAY_MIN) return [];
    return [{ task: rungTask(r.body.ladder, r.body.rung), rusty: null, minutes: hundredths(minutes) }];
  });
}

/**
 * How long the steps of a job really took, by the moments on its tape: from what the same person finished before, or from
 * the end of the wait it had to be waited for, to the step's own tap. Steps tapped off together share their time as the
 * built-in minutes do. What was not timed (a step at which something went wrong, one of several people's, hours in between) is left out.
 */
export function stepTimes(s: JobState): StepTime[] {
  const plan = planOf(s);
  const byId = new Map(plan.map((p) => [p.id, p]));
  const byFastener = new Map(plan.flatMap((p) => (p.fastener ? [[p.fastener, p] as const] : [])));
  const stepOf = (e: Entry) =>
    e.kind === 'step' && e.body.state === 'done' && !e.body.soak && !e.body.already
      ? plan.find((p) => p.id === e.body.step)
      : e.kind === 'torque' || e.kind === 'clicks' || e.kind === 'mark'
        ? byFastener.get(e.body.fastener)
        : undefined;
  const live = s.entries.filter((e) => !s.struck.has(e.id) && !MEANWHILE.includes(e.kind)).sort((a, b) => at(a) - at(b));
  const troubled = new Set([...s.rungs, ...s.troubles].map((e) => e.body.step));
  // With several at it nobody knows from the tape whose hands a step took, nor from when.
  const crews = s.entries.filter((e) => e.kind === 'crew' && !s.struck.has(e.id)).sort((a, b) => at(a) - at(b));
  const several = (e: Entry) => {
    const crew = crews.filter((c) => at(c) <= at(e)).at(-1);
    return crew?.kind === 'crew' && crew.body.people.length > 1;
  };
  const rusty = isRusty(s);
  const seen = new Set<string>();
  const out: StepTime[] = rungTimes(s);
  for (const [i, e] of live.entries()) {
    const step = stepOf(e);
    if (!step || seen.has(step.id)) continue;
    const mine = live.slice(0, i).filter((x) => x.by === e.by);
    const before = mine.at(-1);
    // It was tapped off with one before it: that one's time is shared with it.
    if (before && stepOf(before) && at(e) - at(before) < TOGETHER_MS) continue;
    const batch = [step];
    seen.add(step.id);
    let last = e;
    for (const next of live.slice(i + 1).filter((x) => x.by === e.by)) {
      const s2 = stepOf(next);
      if (!s2 || at(next) - at(last) >= TOGETHER_MS) break;
      if (!seen.has(s2.id)) batch.push(s2);
      seen.add(s2.id);
      last = next;
    }
    if (!before || several(e) || several(before) || batch.some((p) => troubled.has(p.id))) continue;
    const waited = step.needs.flatMap((n) => {
      const done = s.steps.get(n);
      const soak = byId.get(n)?.soakMinutes ?? 0;
      return done && soak > 0 && !done.body.soak ? [at(done) + soak * 60_000] : [];
    });
    const minutes = (at(last) - Math.min(at(e), Math.max(at(before), ...waited))) / 60_000;
    const usual = batch.reduce((sum, p) => sum + builtIn(p.task, rusty), 0);
    if (minutes <= 0 || minutes > Math.max(AWAY_MIN, AWAY_TIMES * usual)) continue;
    for (const p of batch) {
      const took = hundredths((minutes * builtIn(p.task, rusty)) / usual);
      const rust = slowedByRust(p.task) ? rusty : null;
      out.push({ task: p.task, rusty: rust, minutes: took });
      const way = s.ways.get(p.id)?.body.way;
      if (way) out.push({ task: wayTask(way, p.task), rusty: null, minutes: took });
    }
  }
  return out;
}
