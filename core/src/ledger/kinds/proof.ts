import type { JointId } from '../../joint';
import { capital } from '../../text';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What the hand says of a joint once the work is done. */
export const PROOFS = ['no play', 'slight', 'still moves'] as const;

/** The proof by hand, after the work, beside a gauge's. */
export interface ProofBody {
  results: { joint: JointId; result: (typeof PROOFS)[number] }[];
}

export const proof = entryKind<ProofBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => capital(`after the work, by hand: ${b.results.map((r) => `${w.joint(r.joint)} ${r.result}`).join('; ')}`),
});
