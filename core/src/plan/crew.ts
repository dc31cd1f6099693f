import { partsOf } from '../joint';
import { fastestOrder } from './optimal';
import type { Step } from './step';
import type { StepId } from './step-id';

/** Who takes which step, for so many people: people are numbered from 0. */
export interface Lanes {
  readonly of: ReadonlyMap<StepId, readonly number[]>;
  /** Of all these steps, from their beginning. */
  readonly minutes: number;
  /** No order of them is over sooner. */
  readonly bound: number;
}

/** So many orders are looked at beyond the first: the screen waits for the answer. */
const LOOKED_AT = 60;

const hands = (s: Step, people: number): number => Math.min(s.hands ?? 1, people);

/**
 * Shares the steps between people: the fastest order that is found at once, with the bound none can beat; each step to
 * whoever is free then, first to who has its side already. Steps for two are both people's.
 * @throws BadInput when prerequisites form a ring or name a step that is not there
 */
export function lanesFor(steps: readonly Step[], people: number): Lanes {
  const there = new Set(steps.map((s) => s.id));
  const tasks = steps.map((s) => ({
    id: s.id,
    minutes: s.minutes,
    lag: s.soakMinutes,
    needs: s.needs.filter((n) => there.has(n)),
    people: hands(s, people),
    tools: s.sole ?? [],
  }));
  const { startsAt, minutes, bound } = fastestOrder(tasks, people, LOOKED_AT);
  const free = new Array<number>(people).fill(0);
  const side = new Array<string>(people).fill('');
  const lanes = new Map<StepId, number[]>();
  const inTurn = [...steps.entries()]
    .map(([i, s]) => ({ i, s, at: startsAt.get(s.id)! }))
    .sort((a, b) => a.at - b.at || a.i - b.i);
  for (const { s, at } of inTurn) {
    const its = s.joint ? partsOf(s.joint).side : '';
    const who = [...free.keys()]
      .filter((p) => free[p]! <= at + 1e-9)
      .sort((a, b) => Number(side[b] === its) - Number(side[a] === its) || a - b)
      .slice(0, hands(s, people));
    for (const p of who) {
      free[p] = at + s.minutes;
      if (its) side[p] = its;
    }
    lanes.set(s.id, who);
  }
  return { of: lanes, minutes, bound };
}

/**
 * What each person is at now, by person: of the steps that can be begun, each the first of their own; who has none takes
 * the first of somebody else's. A step for two waits for both. Nobody takes a tool there is one of while another has it.
 * @param open steps that are not done, in the plan's order; @param idle people who are at nothing yet
 */
export function atNow(
  open: readonly Step[],
  ready: (s: Step) => boolean,
  lanes: Pick<Lanes, 'of'> | undefined,
  people: number,
  idle: readonly number[] = [...Array(people).keys()],
  taken: readonly string[] = [],
): ReadonlyMap<number, Step> {
  const out = new Map<number, Step>();
  const tools = new Set(taken);
  const can = open.filter(ready);
  const free = () => idle.filter((p) => !out.has(p));
  const give = (s: Step, own: boolean): void => {
    if ([...out.values()].includes(s) || s.sole?.some((t) => tools.has(t))) return;
    const who = own ? free().filter((p) => lanes?.of.get(s.id)?.includes(p) ?? true) : free();
    const n = hands(s, people);
    if (who.length < n) return;
    for (const p of who.slice(0, n)) out.set(p, s);
    for (const t of s.sole ?? []) tools.add(t);
  };
  for (const s of can) give(s, true);
  for (const s of can) give(s, false);
  return out;
}

export interface ForecastStep {
  readonly step: Step;
  readonly who: readonly number[];
  /** Minutes from now. */
  readonly startsAt: number;
  readonly endsAt: number;
}

export interface Forecast {
  readonly steps: readonly ForecastStep[];
  /** Minutes from now until the last of them is over. */
  readonly minutes: number;
}

/** What is known of the moment a forecast is made at. All in minutes from now. */
export interface Present {
  readonly people: number;
  readonly lanes?: Lanes | undefined;
  /** When a step may be begun at the earliest, whatever it needs: a soak that runs, a part on its way. */
  readonly from: (s: Step) => number;
  /** How long each person has been at what they are at. */
  readonly atIt: readonly number[];
}

/** Longer than so many times its minutes, and than this, nobody is at a step: they were away. */
const AWAY_TIMES = 3;
const AWAY_MIN = 30;

/** What has begun is never quite over before its tap: so much is left of it at least, minutes. */
const LEFT = 0.5;

/**
 * How the steps that are open go on from now, everybody taking what `atNow` gives them.
 * @throws BadInput when steps wait for each other
 */
export function forecast(open: readonly Step[], { people, lanes, from, atIt }: Present): Forecast {
  const there = new Set(open.map((s) => s.id));
  const over = new Map<StepId, number>();
  const done: ForecastStep[] = [];
  const left = [...open];
  const busy = new Array<number>(people).fill(0);
  const running: ForecastStep[] = [];
  const starts = (s: Step) =>
    s.needs.some((n) => there.has(n) && !over.has(n)) ? Infinity : Math.max(from(s), ...s.needs.map((n) => over.get(n) ?? 0));
  for (let t = 0; left.length > 0;) {
    const idle = [...busy.keys()].filter((p) => busy[p]! <= t + 1e-9);
    const held = running.filter((r) => r.endsAt > t + 1e-9).flatMap((r) => r.step.sole ?? []);
    const given = atNow(left, (s) => starts(s) <= t + 1e-9, lanes, people, idle, held);
    for (const step of new Set(given.values())) {
      const who = [...given].filter(([, s]) => s === step).map(([p]) => p);
      const since = t === 0 ? Math.min(...who.map((p) => atIt[p] ?? 0)) : 0;
      // Who has written nothing for so long was away, and begins it now.
      const begun = since > Math.max(AWAY_TIMES * step.minutes, AWAY_MIN) ? 0 : since;
      const endsAt = t + Math.max(LEFT, step.minutes - begun);
      for (const p of who) busy[p] = endsAt;
      const f = { step, who, startsAt: t - begun, endsAt };
      running.push(f);
      done.push(f);
      over.set(step.id, endsAt + step.soakMinutes);
      left.splice(left.indexOf(step), 1);
    }
    // On to when something may change: somebody is free, or a wait is over.
    const next = Math.min(...busy.filter((b) => b > t + 1e-9), ...left.map(starts).filter((x) => x > t + 1e-9));
    if (left.length > 0 && !Number.isFinite(next)) break;
    t = next;
  }
  return { steps: done, minutes: Math.max(0, ...done.map((f) => f.endsAt)) };
}
