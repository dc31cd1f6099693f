import { elsewhereChecks, type ElsewhereCheck, type ElsewhereCheckId, type NextCheck } from '../../diagnosis';
import {
  assemblyOf,
  checksOf,
  isJointId,
  jointId,
  partsOf,
  statesFor,
  type Check,
  type CheckId,
  type JointId,
} from '../../joint';
import type { CheckResult } from '../../ledger';
import { stateAt, stateOf, wheelOn } from '../../standing';
import { otherEnd, SIDES, stateMinutes, VEHICLE_STATES, type AxleEnd, type Side, type VehicleState } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { grouped } from '../state/grouped';
import { owedJoints } from './debts';
import { lookFor, planned, wishes, type Wish } from './wishes';
import { workJoints } from './planned';

/** One look at one side. */
export interface LookCell {
  readonly side: Side;
  /** All that the look settles there. */
  readonly joints: readonly JointId[];
  /** It is still to be made. */
  readonly open: boolean;
  /** What was said of it by this look, where everything at it was said to be alike; else the worst of it. */
  readonly said: CheckResult | undefined;
  /** The vehicle stands so that it can be made now. */
  readonly now: boolean;
}

/** One look of the hands, both sides of an axle. */
export interface LookRow {
  readonly of: 'joints';
  readonly key: string;
  readonly check: Check;
  readonly axle: AxleEnd;
  readonly cells: readonly LookCell[];
  /** The states of the vehicle in which it settles what is open. */
  readonly states: readonly VehicleState[];
  /** The clearance of something at it is owed. */
  readonly owed: boolean;
  /** Looked at before and felt tight: this is another way. */
  readonly again: boolean;
}

/** One look at what is no joint of the plate. */
export interface ElsewhereRow {
  readonly of: 'elsewhere';
  readonly key: string;
  readonly check: ElsewhereCheck;
  readonly states: readonly VehicleState[];
  readonly open: boolean;
  readonly said: CheckResult | undefined;
  readonly now: boolean;
}
export type Row = LookRow | ElsewhereRow;

/** One state of the vehicle, one pass of the hands. */
export interface Round {
  readonly state: VehicleState;
  readonly axle: AxleEnd;
  /** The side that is up, where one is to be. */
  readonly side?: Side | undefined;
  readonly rows: readonly Row[];
  /** It stands so. */
  readonly now: boolean;
  /** Looks left in it, and what they take without the way there, minutes. */
  readonly left: number;
  readonly minutes: number;
  /** From how it stands now, minutes. */
  readonly wayMinutes: number;
}

/** The order of a pass of the hands: the bar's own joints, the wheel, round it, then what is done on the ground. */
const PASS: Readonly<Record<CheckId, number>> = {
  'grip-link': 1,
  'lever-bar': 2,
  'shake-12-6': 3,
  'lever-ball-joint': 4,
  'shake-3-9': 5,
  'lever-arm': 6,
  'look-spring': 7,
  'damper-look': 8,
  'push-corner': 9,
  'top-mount-hand': 10,
  'nuts-wrench': 11,
  'rock-loaded': 12,
  gauge: 13,
};

/** Worst first: what is told of a look at several joints. */
const GRADE: readonly CheckResult[] = ['dangerous', 'moves', 'slight', 'can’t tell', 'tight'];

/** What this look last said of a side, the worst of its joints first. */
function saidOf(s: JobState, check: CheckId, joints: readonly JointId[]): CheckResult | undefined {
  const last = new Map<string, CheckResult>();
  for (const e of s.kept.check)
    if (e.body.check === check)
      for (const r of e.body.results)
        if ((joints as readonly string[]).includes(r.joint)) last.set(r.joint, e.body.rocks ? 'moves' : r.result);
  return GRADE.find((g) => [...last.values()].includes(g));
}

/** Whether a look at a corner can be made as the vehicle stands. */
const canNow = (s: JobState, check: Check, axle: AxleEnd, side: Side, states: readonly VehicleState[]): boolean => {
  const at = stateAt(s.stands, axle, side);
  return at !== undefined && states.includes(at) && (!check.atWheel || wheelOn(s.stands, axle, side));
};

/** One look at an axle. @param wanted what is still to be looked at by it; nothing: all of it may be said again */
function rowOf(
  s: JobState,
  check: Check,
  axle: AxleEnd,
  wanted: readonly JointId[],
  more: Pick<LookRow, 'owed' | 'again'>,
): LookRow {
  const kinds = wanted.length ? wanted.map((id) => partsOf(id).kind) : check.settles;
  const states = statesFor(s.context.type.axles[axle], check, kinds);
  return {
    of: 'joints',
    key: `${check.id} ${axle}`,
    check,
    axle,
    states,
    ...more,
    cells: SIDES.map((side) => {
      const joints = check.settles.map((k) => jointId(axle, side, k)).filter((id) => s.joints.has(id));
      return {
        side,
        joints,
        open: wanted.some((id) => partsOf(id).side === side),
        said: saidOf(s, check.id, joints),
        now: canNow(s, check, axle, side, states),
      };
    }),
  };
}

function rowsOf(s: JobState, all: readonly Wish[], owed: readonly JointId[]): LookRow[] {
  const groups = grouped(all, (w) => `${w.check.id} ${partsOf(w.joint).axle}`);
  return [...groups.values()].map((of) => {
    const joints = of.map((w) => w.joint);
    const [{ check, again, joint }] = of as [Wish];
    return rowOf(s, check, partsOf(joint).axle, joints, { again, owed: joints.some((id) => owed.includes(id)) });
  });
}

/** The looks at what is no joint of the plate, of these. */
function elsewhereRows(s: JobState, wanted: (c: ElsewhereCheck) => boolean): ElsewhereRow[] {
  const at = stateOf(s.stands, s.axle);
  return elsewhereChecks(s.context.type)
    .filter(wanted)
    .map((check) => ({
      of: 'elsewhere',
      key: check.id,
      check,
      states: check.states,
      open: check.finds.some((f) => s.elsewhere.get(f) === undefined),
      said: GRADE.find((g) => check.finds.some((f) => s.elsewhere.get(f) === g)),
      now: at !== undefined && check.states.includes(at),
    }));
}

const byPass = (a: Row, b: Row): number => {
  const at = (r: Row) => (r.of === 'joints' ? PASS[r.check.id] : Infinity);
  // Both elsewhere: as they are.
  if (a.of === b.of && a.of === 'elsewhere') return 0;
  return at(a) - at(b);
};
/** What is sure in the order of a pass, then what the plan has besides in the plan's. */
const ranked = (sure: readonly Row[], more: readonly Row[] = []): Row[] => [...[...sure].sort(byPass), ...more];
const axleOf = (s: JobState, r: Row): AxleEnd => (r.of === 'joints' ? r.axle : s.axle);
const looksLeft = (r: Row): number => (r.of === 'joints' ? r.cells.filter((c) => c.open).length : Number(r.open));
/** Whether a part of a row can be done as the vehicle stands. */
export const rowNow = (r: Row): boolean => (r.of === 'joints' ? r.cells.some((c) => c.open && c.now) : r.open && r.now);

/**
 * The fewest states in which all rows can be done, the one that does most first (greedy cover; Chvátal 1979), each with what
 * is left for it. What is sure in the order in which it is reached from how the vehicle stands; then as the plan has it.
 * @param rows in the order in which they are made; @param sure so many of them hang on no plan
 */
function inRounds(s: JobState, rows: readonly Row[], sure = rows.length): Round[] {
  const out: Round[] = [];
  for (const axle of [s.axle, otherEnd(s.axle)]) {
    const at = stateOf(s.stands, axle);
    let left = rows.filter((r) => axleOf(s, r) === axle && looksLeft(r) > 0);
    while (left.length > 0) {
      const side = oneSide(left);
      // Both sides are looked at from one state: with one side up only one of them could be.
      const states = VEHICLE_STATES.filter((st) => st !== 'one-side-up' || at === st || side !== undefined);
      const best = states
        .map((state) => ({ state, rows: left.filter((r) => r.states.includes(state)), way: way(at, state) }))
        .sort((a, b) => b.rows.length - a.rows.length || a.way - b.way)[0]!;
      if (best.rows.length === 0) break;
      left = left.filter((r) => !best.rows.includes(r));
      out.push({
        state: best.state,
        axle,
        ...(best.state === 'one-side-up' ? { side } : {}),
        rows: best.rows,
        now: best.rows.some(rowNow),
        left: best.rows.reduce((n, r) => n + looksLeft(r), 0),
        minutes: best.rows.reduce((n, r) => n + looksLeft(r) * r.check.minutes, 0),
        wayMinutes: best.rows.some(rowNow) ? 0 : way(at, best.state),
      });
    }
  }
  const first = (r: Round) => Math.min(...r.rows.map((x) => rows.indexOf(x)));
  return out.sort((a, b) => {
    const [x, y] = [first(a), first(b)];
    if (x >= sure || y >= sure) return x - y;
    return Number(b.now) - Number(a.now) || a.wayMinutes - b.wayMinutes;
  });
}
/** The side at which everything is that is still to be looked at; undefined where it is both, or none. */
function oneSide(rows: readonly Row[]): Side | undefined {
  const sides = new Set(rows.flatMap((r) => (r.of === 'joints' ? r.cells.filter((c) => c.open).map((c) => c.side) : SIDES)));
  return sides.size === 1 ? [...sides][0] : undefined;
}
const way = (from: VehicleState | undefined, to: VehicleState): number => stateMinutes(from ?? 'on-wheels', to);

/** The rounds of what is looked at whatever the ranking says. @param only these joints, where not all of it is meant */
export function owedRounds(s: JobState, only?: readonly JointId[]): Round[] {
  const owed = only ?? owedJoints(s);
  return inRounds(s, ranked(rowsOf(s, wishes(s, owed, only === undefined), owed)));
}

/** All that is to be looked at, as rounds: the first is the one to make now. @param plan what pays besides, as far as it is known */
export function roundsOf(s: JobState, plan: readonly NextCheck[] = []): Round[] {
  const owed = owedJoints(s);
  const sure = rowsOf(s, wishes(s, owed, true), owed);
  const more: Row[] = [
    ...rowsOf(s, planned(s, plan), owed).filter((r) => !sure.some((x) => x.key === r.key)),
    ...elsewhereRows(s, (c) => plan.some((x) => x.check === c.id)),
  ];
  const at = (r: Row) => plan.findIndex((x) => x.check === r.check.id && (r.of === 'elsewhere' || x.axle === r.axle));
  return inRounds(
    s,
    ranked(
      sure,
      [...more].sort((a, b) => at(a) - at(b)),
    ),
    sure.length,
  );
}

/** A look at what is no joint of the plate, as a round of its own. */
export const elsewhereRound = (s: JobState, id: ElsewhereCheckId): Round[] =>
  inRounds(
    s,
    elsewhereRows(s, (c) => c.id === id).map((r) => ({ ...r, open: true })),
  );

/**
 * What a wait is good for: the looks at what nobody has looked at yet on this axle, that can be made as the vehicle stands; at
 * nothing that is worked on anyway.
 */
export const meanwhile = onceAState((s): readonly LookRow[] => {
  const work = workJoints(s);
  const wanted = [...s.joints.values()]
    .filter(
      (j) =>
        partsOf(j.id).axle === s.axle && j.state === 'not looked at' && !work.some((id) => assemblyOf(id) === assemblyOf(j.id)),
    )
    .map((j) => j.id);
  const all = wanted.flatMap((joint): Wish[] => {
    const check = lookFor(s, joint);
    return check ? [{ joint, check, again: false }] : [];
  });
  return rowsOf(s, all, owedJoints(s)).filter(rowNow).sort(byPass);
});

/** The rows that were answered as the vehicle stands, since it was put so: they stay in the round, with what was said. */
export function answeredRows(s: JobState, round: Pick<Round, 'state' | 'axle' | 'rows'>): LookRow[] {
  const ids = new Set<string>(
    s.kept.check.flatMap((e) =>
      e.body.state === round.state && e.body.results.some((r) => isJointId(r.joint) && partsOf(r.joint).axle === round.axle)
        ? [e.body.check]
        : [],
    ),
  );
  return allLooks(s, round.axle).filter(
    (r) => ids.has(r.check.id) && !round.rows.some((x) => x.of === 'joints' && x.check.id === r.check.id),
  );
}

/** All checks at an axle, with what was said by it; none is asked for. */
export const allLooks = (s: JobState, axle: AxleEnd): LookRow[] =>
  checksOf(s.context.type.axles[axle])
    .map((check) => rowOf(s, check, axle, [], { owed: false, again: false }))
    .sort(byPass);

/**
 * What Find shows: what is owed and what pays besides; once a verdict was given, or none is wanted, what is owed and what a
 * wait is good for.
 */
export function roundsShown(s: JobState, plan: readonly NextCheck[]): Round[] {
  if (s.context.kind === 'noise' && !s.verdict && !s.goOn && !s.kept.named) return roundsOf(s, plan);
  const seen = s.choices.length ? meanwhile(s) : [];
  const owed = rowsOf(s, wishes(s, owedJoints(s), false), owedJoints(s));
  return inRounds(s, ranked([...owed, ...seen.filter((r) => !owed.some((x) => x.key === r.key))]));
}
