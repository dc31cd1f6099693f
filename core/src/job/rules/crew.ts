import { atNow, forecast, lanesFor, type Forecast, type Lanes, type PlannedStep, type StepId } from '../../plan';
import { uncapital } from '../../text';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { goodsOwedAt } from './goods';
import { openTroubles, ruined } from './trouble';
import { fastenersOf } from './work';
import { planOf } from './plan-of';

export interface Person {
  readonly id: string;
  readonly name: string;
}

/** Who is at it: as it was said, else one whom nobody named. */
export const crewOf = (s: JobState): readonly Person[] => s.crew?.body.people ?? [{ id: '', name: '' }];

/** Where a person's lane is; who is not of the crew reads the first. */
export const laneOf = (s: JobState, person: string | undefined): number =>
  Math.max(
    0,
    crewOf(s).findIndex((p) => p.id === person),
  );

/** The work as it stands at a moment. Times are ms since 1970. */
export interface WorkNow {
  readonly plan: readonly PlannedStep[];
  readonly done: (p: PlannedStep) => boolean;
  /** Not done, in the plan's order. */
  readonly open: readonly PlannedStep[];
  readonly people: readonly Person[];
  /** Who takes what, where there are several. */
  readonly lanes: Lanes | undefined;
  /** When the wait a step began is over; 0 where none runs. */
  readonly soakEnds: (id: StepId) => number;
  /** What each person is at, by their place in the crew. */
  readonly at: ReadonlyMap<number, PlannedStep>;
}

/** The part this step puts on, as long as nobody has looked at it. */
export const awaited = (s: JobState, p: PlannedStep) => (p.phase === 'fit' && p.joint ? goodsOwedAt(s, p.joint) : undefined);

/** The steps that were left when the crew was said last: shared anew only when it changes, so that nobody's step wanders. */
export const lanesOf = onceAState((s): Lanes | undefined => {
  const people = crewOf(s).length;
  if (people < 2) return undefined;
  const since = Date.parse(s.crew!.at);
  const before = (e: { readonly at: string } | undefined) => e !== undefined && Date.parse(e.at) < since;
  const done = (p: PlannedStep) =>
    p.fastener
      ? before(s.torques.get(p.fastener) ?? s.clicks.get(p.fastener) ?? s.marks.get(p.fastener))
      : s.steps.get(p.id)?.body.state === 'done' && before(s.steps.get(p.id));
  return lanesFor(
    planOf(s).filter((p) => !done(p)),
    people,
  );
});

/** @param nowMs clock of the caller (ms since 1970) */
export function workNow(s: JobState, nowMs: number): WorkNow {
  const plan = planOf(s);
  const byId = new Map(plan.map((p) => [p.id, p]));
  const fasteners = new Map(fastenersOf(s).map((f) => [f.fastener.id, f.state === 'done']));
  const done = (p: PlannedStep) => (p.fastener ? fasteners.get(p.fastener) === true : s.steps.get(p.id)?.body.state === 'done');
  const soakEnds = (id: StepId) => {
    const soak = byId.get(id)?.soakMinutes ?? 0;
    const e = s.steps.get(id);
    // A clock that lags a little does not make the wait longer than it is.
    return e && soak > 0 && (!e.body.soak || byId.get(id)!.fixed) ? Math.min(Date.parse(e.at), nowMs) + soak * 60_000 : 0;
  };
  const open = plan.filter((p) => !done(p));
  const people = crewOf(s);
  const lanes = lanesOf(s);
  const ready = (p: PlannedStep) => p.needs.every((n) => done(byId.get(n)!) && soakEnds(n) <= nowMs);
  const onItsWay = new Set(open.filter((p) => awaited(s, p)?.stage === 'on its way').map((p) => p.id));
  // While a part is on its way, what can be done without it is done.
  const free = atNow(open, (p) => ready(p as PlannedStep) && !onItsWay.has(p.id), lanes, people.length);
  const at = free.size > 0 ? free : atNow(open, (p) => ready(p as PlannedStep), lanes, people.length);
  return { plan, done, open, people, lanes, soakEnds, at: at as ReadonlyMap<number, PlannedStep> };
}

/**
 * Why a step cannot be said to be done at a moment: a wait before it that nobody cuts short runs, or was never begun. Empty
 * where nothing speaks against it. @param atMs ms since 1970
 */
export function tooEarly(s: JobState, step: string, atMs: number): string {
  const now = workNow(s, atMs);
  const p = now.plan.find((x) => x.id === step);
  const before = p?.needs.map((n) => now.plan.find((x) => x.id === n)!).find((x) => x.fixed);
  if (!before) return '';
  if (!now.done(before)) return `Not yet: ${uncapital(before.title)} comes first.`;
  const left = Math.ceil((now.soakEnds(before.id) - atMs) / 60_000);
  return left > 0 ? `Not yet: ${left} min are left, and this wait is not cut short.` : '';
}

/** How the work goes on, and when it is done. */
export interface Outlook extends Forecast {
  /** ms since 1970 */
  readonly endsAt: number;
  /** By then it is done four times of five, where this shop has timed enough of what is left; ms since 1970. */
  readonly lateAt: number | undefined;
  /** Hands-on minutes of what is left; no wait is counted as one. */
  readonly workMinutes: number;
  /** It waits for something nobody has promised a time for. */
  readonly unknown: boolean;
}

/** Of so much of what is left the shop must know its own times before a late end is told. */
const KNOWN_SHARE = 0.6;

/**
 * When the work is done, from what is left, who is at it, the waits that run and the parts that are promised. The late end
 * takes the steps' delays as independent: their eightieth percentiles add up as the root of their squares.
 * @param nowMs clock of the caller (ms since 1970)
 */
export function outlook(s: JobState, nowMs: number): Outlook | undefined {
  const now = workNow(s, nowMs);
  if (now.open.length === 0) return undefined;
  const stuck = new Map(openTroubles(s).map((t) => [t.step.id, t.rung?.minutes ?? t.rungs.at(-1)!.minutes]));
  const open = now.open.map((p) => ({ ...p, minutes: p.minutes + (stuck.get(p.id) ?? 0) }));
  const in_ = (ms: number) => Math.max(0, (ms - nowMs) / 60_000);
  let unknown = ruined(s).length > 0;
  const from = (p: PlannedStep): number => {
    const waits = Math.max(0, ...p.needs.map((n) => in_(now.soakEnds(n))));
    const goods = awaited(s, p);
    if (!goods || goods.stage === 'here') return waits;
    if (!goods.promised) unknown = true;
    return Math.max(waits, goods.promised ? in_(Date.parse(goods.promised)) : 0);
  };
  // Everybody began at the last thing they finished; whoever has written nothing is as far as the last of all.
  const work = s.entries.filter((e) => !s.struck.has(e.id) && ['step', 'torque', 'clicks', 'mark', 'crew'].includes(e.kind));
  const atIt = now.people.map((p) => {
    const last = work.filter((e) => e.kind === 'crew' || now.people.length < 2 || e.by === p.id).at(-1) ?? work.at(-1);
    return last ? Math.max(0, (nowMs - Date.parse(last.at)) / 60_000) : 0;
  });
  const f = forecast(open, { people: now.people.length, lanes: now.lanes, from: (p) => from(p as PlannedStep), atIt });
  const left = open.reduce((sum, p) => sum + p.minutes, 0);
  const timed = open.filter((p) => p.timed);
  const late = Math.sqrt(timed.reduce((sum, p) => sum + (p.timed!.p80 - p.minutes) ** 2, 0));
  const known = timed.reduce((sum, p) => sum + p.minutes, 0) >= KNOWN_SHARE * left;
  return {
    ...f,
    endsAt: nowMs + f.minutes * 60_000,
    workMinutes: left,
    lateAt: known && !unknown ? nowMs + (f.minutes + late) * 60_000 : undefined,
    unknown,
  };
}

/** A step in its lane, with the clock. Times are ms since 1970. */
export interface LaneBlock {
  readonly step: PlannedStep;
  readonly startsAt: number;
  readonly endsAt: number;
  readonly state: 'done' | 'now' | 'ahead';
}

export interface LaneView {
  readonly people: readonly { readonly person: Person; readonly blocks: readonly LaneBlock[] }[];
  /** Waits that run, or will: hands-free. */
  readonly waits: readonly { readonly step: PlannedStep; readonly startsAt: number; readonly endsAt: number }[];
  readonly outlook: Outlook;
  /** The same work with one pair of hands, minutes from now; undefined where there is one. */
  readonly aloneMinutes: number | undefined;
  /** By so much the order may be off the fastest, minutes; 0 where it is proven. */
  readonly gapMinutes: number;
}

/** What was done longer ago than this is not drawn, ms. */
const DRAWN_MS = 60 * 60_000;

/** The work as lanes, a person each: what was done lately, what is happening now, what lies ahead. */
export function laneView(s: JobState, nowMs: number): LaneView | undefined {
  const look = outlook(s, nowMs);
  if (!look) return undefined;
  const now = workNow(s, nowMs);
  const ms = (minutes: number) => nowMs + minutes * 60_000;
  const lane = new Map(now.people.map((p, i) => [p.id, i]));
  const record = (p: PlannedStep) =>
    p.fastener ? (s.torques.get(p.fastener) ?? s.clicks.get(p.fastener) ?? s.marks.get(p.fastener)) : s.steps.get(p.id);
  const done = now.plan
    .filter(now.done)
    .flatMap((step) => {
      const e = record(step);
      return e ? [{ step, by: e.by, endsAt: Date.parse(e.at) }] : [];
    })
    .sort((a, b) => a.endsAt - b.endsAt);
  const last = new Map<number, number>();
  const past = done.map(({ step, by, endsAt }) => {
    const who = lane.get(by) ?? 0;
    const startsAt = Math.max(last.get(who) ?? -Infinity, endsAt - step.minutes * 60_000);
    last.set(who, endsAt);
    return { who, block: { step, startsAt: Math.min(startsAt, endsAt), endsAt, state: 'done' as const } };
  });
  const ahead = look.steps.flatMap((f) =>
    f.who.map((who) => ({
      who,
      block: {
        step: f.step as PlannedStep,
        startsAt: ms(f.startsAt),
        endsAt: ms(f.endsAt),
        state: f.startsAt <= 0 ? ('now' as const) : ('ahead' as const),
      },
    })),
  );
  const all = [...past.filter((p) => p.block.endsAt > nowMs - DRAWN_MS), ...ahead];
  const waits = [
    ...now.plan.flatMap((step) => {
      const endsAt = now.soakEnds(step.id);
      return endsAt > nowMs ? [{ step, startsAt: endsAt - step.soakMinutes * 60_000, endsAt }] : [];
    }),
    ...look.steps
      .filter((f) => f.step.soakMinutes > 0)
      .map((f) => ({ step: f.step as PlannedStep, startsAt: ms(f.endsAt), endsAt: ms(f.endsAt + f.step.soakMinutes) })),
  ];
  return {
    people: now.people.map((person, i) => ({ person, blocks: all.filter((x) => x.who === i).map((x) => x.block) })),
    waits,
    outlook: look,
    gapMinutes: now.lanes ? Math.round(now.lanes.minutes - now.lanes.bound) : 0,
    aloneMinutes: now.people.length < 2 ? undefined : outlook({ ...s, crew: undefined }, nowMs)?.minutes,
  };
}
