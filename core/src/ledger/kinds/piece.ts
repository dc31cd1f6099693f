import type { JointId } from '../../joint';
import { capital } from '../../text';
import type { Fate } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What became of a piece that came off. */
export interface PieceBody {
  piece: string;
  joint: JointId;
  fate: Fate;
  note?: string;
}

export const piece = entryKind<PieceBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.piece },
  say: (b, w) => `${capital(w.piece(b.piece))}: ${b.fate}${b.note ? `, ${b.note}` : ''}`,
});
