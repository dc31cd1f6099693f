import type { JointId } from '../../joint';
import { capital } from '../../text';
import type { Fate, PieceReason } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What became of a piece that came off. */
export interface PieceBody {
  piece: string;
  joint: JointId;
  fate: Fate;
  because?: PieceReason;
  note?: string;
}

export const piece = entryKind<PieceBody>()({
  version: 2,
  // The first version had no reason to pick.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.piece },
  say: (b, w) => `${capital(w.piece(b.piece))}: ${b.fate}${b.because ? `, ${b.because}` : ''}${b.note ? `, ${b.note}` : ''}`,
});
