import { BadInput } from '../error';
import { fastestOrder, soonestEnd } from './optimal';
import type { PlanInput, PlannedStep, Step } from './step';
import type { StepId } from './step-id';
import { stepsFor } from './steps';

/**
 * Puts steps in working order for one pair of hands: as they are listed, where no order is faster; else the fastest.
 * Both sides are started before either is undone and waits are used for other work.
 * @throws BadInput when prerequisites form a ring or name a step that is not there.
 */
export function schedule(steps: readonly Step[]): PlannedStep[] {
  const listed = asListed(steps);
  const end = (plan: readonly PlannedStep[]) => Math.max(0, ...plan.map((p) => p.endsAt));
  const tasks = steps.map((s) => ({ id: s.id, minutes: s.minutes, lag: s.soakMinutes, needs: s.needs }));
  // Hands that never wait are as fast as hands can be.
  const work = steps.reduce((sum, x) => sum + x.minutes, 0);
  if (end(listed) <= work || end(listed) <= soonestEnd(tasks) * NEAR) return listed;
  const { startsAt, minutes } = fastestOrder(tasks, 1, Math.ceil(SEARCHED / steps.length ** 2));
  if (minutes >= end(listed)) return listed;
  return steps
    .map((s): PlannedStep => ({ ...s, startsAt: startsAt.get(s.id)!, endsAt: startsAt.get(s.id)! + s.minutes }))
    .sort((a, b) => a.startsAt - b.startsAt || a.endsAt - b.endsAt);
}

/** No order is looked for that could save less of it than this: nobody keeps to a minute in an hour. */
const NEAR = 1.02;
/**
 * So many orders are begun at most where the listed one may be beaten, by the square of how many steps there are, as each costs
 * so much more: a plan is made with every line of the tape, within a millisecond or two.
 */
const SEARCHED = 200_000;

/** Among the steps whose needs are over and whose soak has run the one listed first; when all wait, the first soak's end. */
function asListed(steps: readonly Step[]): PlannedStep[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  for (const s of steps)
    for (const n of s.needs) if (!byId.has(n)) throw new BadInput(`step ${s.id}`, `needs a step that is not in the plan`, n);
  const ready = new Map<StepId, number>();
  const left = [...steps];
  const out: PlannedStep[] = [];
  let now = 0;
  while (left.length > 0) {
    const open = left.filter((s) => s.needs.every((n) => ready.has(n)));
    if (open.length === 0) throw new BadInput('plan', 'has steps that wait for each other', left.map((s) => s.id).join(', '));
    const freeAt = (s: Step) => Math.max(0, ...s.needs.map((n) => ready.get(n)!));
    const next = open.find((s) => freeAt(s) <= now) ?? open.reduce((a, b) => (freeAt(b) < freeAt(a) ? b : a));
    now = Math.max(now, freeAt(next));
    const endsAt = now + next.minutes;
    out.push({ ...next, startsAt: now, endsAt });
    now = endsAt;
    ready.set(next.id, endsAt + next.soakMinutes);
    left.splice(left.indexOf(next), 1);
  }
  return out;
}

export function planFor(input: PlanInput): PlannedStep[] {
  return schedule(stepsFor(input));
}
