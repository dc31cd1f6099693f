import type { FastenerId, JointId } from '../../joint';
import type { Entry, EntryBodies, Ledger } from '../../ledger';

/** What was undone, fitted and tightened. */
export interface WorkState {
  readonly steps: ReadonlyMap<string, Entry<'step'>>;
  /** Begun though a part is not here. */
  readonly apart: Entry<'apart'> | undefined;
  /** Hub to arch by corner, as it was written down before the work. */
  readonly heights: ReadonlyMap<string, EntryBodies['height']>;
  /** Who is at it, as it was said last. */
  readonly crew: Entry<'crew'> | undefined;
  /** What went wrong, oldest first. */
  readonly troubles: readonly Entry<'trouble'>[];
  /** The rungs tried, oldest first. */
  readonly rungs: readonly Entry<'rung'>[];
  /** Undone beside the plan: how many of each. */
  readonly undone: ReadonlyMap<FastenerId, number>;
  readonly torques: ReadonlyMap<string, Entry<'torque'>>;
  readonly book: readonly Entry<'book'>[];
  readonly marks: ReadonlyMap<string, Entry<'mark'>>;
  readonly clicks: ReadonlyMap<string, Entry<'clicks'>>;
  readonly locks: ReadonlyMap<string, Entry<'lock'>>;
  /** What is on each thread, as it was said last. */
  readonly coats: ReadonlyMap<string, Entry<'coat'>>;
  readonly wheels: Entry<'wheels'> | undefined;
  readonly tips: readonly Entry<'tip'>[];
  readonly ways: ReadonlyMap<string, Entry<'way'>>;
  readonly pieces: ReadonlyMap<string, Entry<'piece'>>;
  readonly orientations: ReadonlyMap<string, Entry<'orientation'>>;
  readonly confirms: ReadonlyMap<JointId, Entry<'confirm'>>;
  readonly photos: readonly Entry<'photo'>[];
  readonly cautions: ReadonlySet<string>;
}

export const workState = ({ kept }: Ledger): WorkState => ({
  steps: kept.step,
  apart: kept.apart,
  heights: new Map([...kept.height].map(([at, e]) => [at, e.body])),
  crew: kept.crew,
  troubles: kept.trouble,
  rungs: kept.rung,
  undone: new Map([...kept.undone.values()].filter((e) => e.body.count > 0).map((e) => [e.body.fastener, e.body.count])),
  torques: kept.torque,
  book: kept.book,
  marks: kept.mark,
  clicks: kept.clicks,
  locks: kept.lock,
  coats: kept.coat,
  wheels: kept.wheels,
  tips: kept.tip,
  ways: kept.way,
  pieces: kept.piece,
  orientations: kept.orientation,
  confirms: kept.confirm as ReadonlyMap<JointId, Entry<'confirm'>>,
  photos: kept.photo,
  cautions: new Set(kept.caution.keys()),
});
