import { ELSEWHERE_CHECK_IDS, type ElsewhereCheckId, elsewhereTitle } from '../../diagnosis/elsewhere';
import { OTHER_FAULTS } from '../../diagnosis/faults';
import { CHECK_IDS, HAND_CHECKS } from '../../joint/check';
import { isJointId } from '../../joint/id';
import { capital, uncapital } from '../../text/words';
import { sayState, VEHICLE_STATES } from '../../vehicle/words';
import { CHECK_RESULTS } from '../words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, jointId }) =>
  z.object({
    check: z.enum([...CHECK_IDS, ...ELSEWHERE_CHECK_IDS]),
    state: z.enum(VEHICLE_STATES),
    /** A joint of the plate, or one of the faults that are none. */
    results: z
      .array(z.object({ joint: z.union([jointId, z.enum(OTHER_FAULTS)]), result: z.enum(CHECK_RESULTS) }))
      .min(1)
      .max(60),
    /** Movement was felt, and nobody could say at which of them: each stands as "can’t tell". */
    rocks: z.boolean().optional(),
  }),
);
/** A look of the hands or eyes, and what each joint it settles showed. */
export type CheckBody = Body<typeof body>;

/** What a look elsewhere is said to show: nothing there is tight or loose. */
const ELSEWHERE = {
  tight: 'nothing there',
  slight: 'a trace',
  moves: 'found',
  dangerous: 'dangerous',
  'can’t tell': 'can’t tell',
} as const;

export const check = entryKind(body)({
  example: {
    check: 'shake-12-6',
    state: 'both-hanging',
    results: [
      { joint: 'front.left.ball-joint', result: 'can’t tell' },
      { joint: 'front.left.wheel-bearing', result: 'can’t tell' },
    ],
    rocks: true,
  },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say(b, w) {
    const found = b.results.map((r) => `${w.joint(r.joint)} ${isJointId(r.joint) ? r.result : ELSEWHERE[r.result]}`);
    const tight = b.results.every((r) => r.result === 'tight');
    const said = b.rocks
      ? `it rocks, at one of: ${b.results.map((r) => w.joint(r.joint)).join(', ')}`
      : b.results.length > 2 && tight
        ? `${b.results.length} joints tight: ${b.results.map((r) => w.joint(r.joint)).join(', ')}`
        : found.join('; ');
    return capital(`${w.say(checkName(b.check))}, ${sayState(b.state)}: ${said}`);
  },
});

/** What was done, without its side: the joints say that. */
const checkName = (id: CheckBody['check']): string =>
  uncapital((HAND_CHECKS.find((c) => c.id === id)?.title ?? elsewhereTitle(id as ElsewhereCheckId)).replace(' {side}', ''));
