import { capital } from '../../text/words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** What the hand says of a joint once the work is done. */
export const PROOFS = ['no play', 'slight', 'still moves'] as const;

const body = bodyOf(({ z, jointId }) =>
  z.object({
    results: z
      .array(z.object({ joint: jointId, result: z.enum(PROOFS) }))
      .min(1)
      .max(60),
  }),
);
/** The proof by hand, after the work, beside a gauge's. */
export type ProofBody = Body<typeof body>;

export const proof = entryKind(body)({
  example: { results: [{ joint: 'front.left.link-lower', result: 'no play' }] },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => capital(`after the work, by hand: ${b.results.map((r) => `${w.joint(r.joint)} ${r.result}`).join('; ')}`),
});
