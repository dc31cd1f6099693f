import type { DangerAt } from './danger';

/** What makes a clearance owed. */
export type DebtBy =
  /** The noise was said to come from its axle. */
  | 'complaint'
  /** Its axle is the one that is worked at. */
  | 'axle'
  /** Something was found at its corner. */
  | 'corner'
  /** The work has undone it. */
  | 'opened'
  /** It left here not for the road, the last time. */
  | 'left';

/** What must be cleared before the vehicle goes back. A later choice, or a complaint put right, leaves it owed. */
export interface Debt {
  readonly at: DangerAt;
  readonly by: DebtBy;
}

/** Everything debts are judged by. What was struck is no fact. */
export interface DebtFacts {
  readonly made: readonly Debt[];
  /** Renewed, found dangerous, which is more than a debt, or felt by a check that can show it, and no fail. */
  readonly paid: (at: DangerAt) => boolean;
}

/** The debts that are not paid, each place once, by what made it first. */
export const debtsUnpaid = (f: DebtFacts): Debt[] =>
  f.made.filter((d, i) => !f.paid(d.at) && f.made.findIndex((x) => x.at === d.at) === i);
