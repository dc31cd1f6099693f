import type { JointId } from '../../joint';
import type { Entry, Ledger } from '../../ledger';

/** What was undone, fitted and tightened. */
export interface WorkState {
  readonly steps: ReadonlyMap<string, Entry<'step'>>;
  readonly torques: ReadonlyMap<string, Entry<'torque'>>;
  readonly book: readonly Entry<'book'>[];
  readonly marks: ReadonlyMap<string, Entry<'mark'>>;
  readonly clicks: ReadonlyMap<string, Entry<'clicks'>>;
  readonly pieces: ReadonlyMap<string, Entry<'piece'>>;
  readonly orientations: ReadonlyMap<string, Entry<'orientation'>>;
  readonly confirms: ReadonlyMap<JointId, Entry<'confirm'>>;
  readonly photos: readonly Entry<'photo'>[];
  readonly cautions: ReadonlySet<string>;
}

export const workState = ({ kept }: Ledger): WorkState => ({
  steps: kept.step,
  torques: kept.torque,
  book: kept.book,
  marks: kept.mark,
  clicks: kept.clicks,
  pieces: kept.piece,
  orientations: kept.orientation,
  confirms: kept.confirm as ReadonlyMap<JointId, Entry<'confirm'>>,
  photos: kept.photo,
  cautions: new Set(kept.caution.keys()),
});
