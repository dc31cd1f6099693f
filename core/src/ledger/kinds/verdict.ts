import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, cause, note }) => z.object({ causes: z.array(cause).max(12), reproduced: z.boolean(), note }));
export type VerdictBody = Body<typeof body>;

export const verdict = entryKind(body)({
  example: { causes: ['front.left.link-lower', 'front.left.bracket-bolts'], reproduced: true, note: '' },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'latest' },
  say: (b, w) => (b.causes.length ? `Verdict: ${b.causes.map(w.joint).join(', ')}` : 'Verdict: not reproduced'),
});
