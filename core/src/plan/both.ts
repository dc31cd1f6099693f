import { capital, uncapital } from '../text';
import type { AxleEnd } from '../vehicle';
import { schedule } from './schedule';
import type { PlanInput, PlannedStep, Step } from './step';
import { plainStep, type PlainStepId, type StepId } from './step-id';
import { stepsFor } from './steps';

/** On a lift both axles go up and come down together. */
const TOGETHER: readonly PlainStepId[] = ['chock', 'raise', 'lower'];
const isTogether = (id: StepId): boolean => (TOGETHER as readonly string[]).includes(id);

const TITLES: Readonly<Partial<Record<StepId, string>>> = {
  chock: 'Chock the wheels, park, brake on',
  raise: 'Raise it, the wheels of both axles hanging',
};

/** The steps of an axle the job is not about: each with its axle in its id and its words; on a lift what all do once is everybody's. */
function besides(input: PlanInput): Step[] {
  const shared = (id: StepId) => input.equipment === 'lift' && isTogether(id);
  const own = (id: StepId): StepId => (shared(id) ? id : (`${input.end}:${plainStep(id) as PlainStepId}` as const));
  const said = (title: string) => `${capital(input.end)} axle: ${uncapital(title)}`;
  return stepsFor(input).map((s) => ({
    ...s,
    id: own(s.id),
    needs: s.needs.map(own),
    ...(shared(s.id) ? {} : { title: said(s.title), ...(s.together === undefined ? {} : { together: said(s.together) }) }),
  }));
}

/** What is done once for both waits for what either asks of it. */
function joined(a: Step, b: Step): Step {
  const title = TITLES[a.id] ?? a.title;
  return { ...a, title, needs: [...new Set([...a.needs, ...b.needs])] };
}

/**
 * The plan of a job whose work is at one axle or at both. On a lift both are up together, and the waits of one are worked
 * through at the other; on stands one axle is down on its wheels before the other goes up.
 * @param inputs what is planned at each axle; the first of them is done first
 * @param about the axle the job is about: its steps are named without it
 * @throws BadInput as `planFor`
 */
export function planBoth(inputs: readonly PlanInput[], about: AxleEnd): PlannedStep[] {
  const [first, second] = inputs.map((input) => (input.end === about ? stepsFor(input) : besides(input)));
  if (!first || !second) return schedule(first ?? []);
  const there = new Map(second.map((s) => [s.id, s]));
  const both = first.map((s) => (there.has(s.id) ? joined(s, there.get(s.id)!) : s));
  const known = new Set(first.map((s) => s.id));
  const rest = second.filter((s) => !known.has(s.id));
  if (inputs[0]!.equipment === 'lift') return schedule(inOrder([...both, ...rest]));
  // On stands: all of the first is done and it stands on its wheels.
  const needed = new Set(first.flatMap((s) => s.needs));
  const ends = first.filter((s) => !needed.has(s.id)).map((s) => s.id);
  return schedule([...first, ...rest.map((s) => (s.needs.length === 0 ? { ...s, needs: ends } : s))]);
}

/** Penetrant is on everywhere before anything is undone; what lets it down stands behind everything that is done in the air. */
function inOrder(steps: readonly Step[]): Step[] {
  const early = (s: Step) => s.phase === 'make safe' || /^(shield-off|soak-)/.test(plainStep(s.id));
  return downLast([...steps.filter(early), ...steps.filter((s) => !early(s))]);
}
function downLast(steps: readonly Step[]): Step[] {
  const down = steps.findIndex((s) => s.id === 'lower');
  if (down < 0) return [...steps];
  const after = (s: Step, i: number) => i >= down && (s.phase === 'lower' || s.needs.includes('lower')) && s.id !== 'wheels-on';
  const last = steps.filter((s, i) => after(s, i) && !s.id.endsWith(':wheels-on'));
  return [...steps.filter((s) => !last.includes(s)), ...last];
}
