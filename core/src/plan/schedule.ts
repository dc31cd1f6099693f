import { BadInput } from '../error';
import type { PlanInput, PlannedStep, Step } from './step';
import type { StepId } from './step-id';
import { stepsFor } from './steps';

/**
 * Puts steps in working order for one pair of hands: among the steps whose prerequisites are done and
 * whose soak has run, the one listed first; when all wait, the clock moves to the first soak's end. So
 * both sides are started before either is undone and waits are used for other work.
 * @throws BadInput when prerequisites form a ring or name a step that is not there.
 */
export function schedule(steps: readonly Step[]): PlannedStep[] {
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
