import type { JobState } from './fold';
import { dangerousJoints, openDangers, unrepaired } from './rules/danger';
import { owedJoints } from './rules/debts';
import { lanesOf } from './rules/crew';
import { handBackBlockers } from './rules/hand-back';
import { workJoints } from './rules/planned';
import { chalked, fastenersOf, piecesOf } from './rules/work';
import { planOf } from './rules/plan-of';

/** What follows from a state and nothing else, each worked out once a state (`once`): whoever needs one asks for it, and keeps none. */
export const DERIVED = {
  work: workJoints,
  plan: planOf,
  pieces: piecesOf,
  fasteners: fastenersOf,
  chalked,
  lanes: lanesOf,
  owed: owedJoints,
  dangerous: dangerousJoints,
  unrepaired,
  dangers: openDangers,
  blockers: handBackBlockers,
} as const;
export type Derived = { readonly [K in keyof typeof DERIVED]: ReturnType<(typeof DERIVED)[K]> };

/** All of it, of one state. */
export const derive = (s: JobState): Derived =>
  Object.fromEntries(Object.entries(DERIVED).map(([name, of]) => [name, of(s)])) as unknown as Derived;
