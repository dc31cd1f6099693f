import { elsewhereTitle, type ElsewhereCheckId, type OtherFault } from '../../diagnosis';
import { HAND_CHECKS, isJointId, type CheckId, type JointId } from '../../joint';
import { capital, uncapital } from '../../text';
import { sayState, type VehicleState } from '../../vehicle';
import type { CheckResult } from '../words';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A look of the hands or eyes, and what each joint it settles showed. */
export interface CheckBody {
  check: CheckId | ElsewhereCheckId;
  state: VehicleState;
  /** A joint of the plate, or one of the faults that are none. */
  results: { joint: JointId | OtherFault; result: CheckResult }[];
  /** Movement was felt, and nobody could say at which of them: each stands as "can’t tell". */
  rocks?: boolean;
}

/** What a look elsewhere is said to show: nothing there is tight or loose. */
const ELSEWHERE = {
  tight: 'nothing there',
  slight: 'a trace',
  moves: 'found',
  dangerous: 'dangerous',
  'can’t tell': 'can’t tell',
} as const;

export const check = entryKind<CheckBody>()({
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
