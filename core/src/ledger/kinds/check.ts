import type { ElsewhereCheckId, OtherFault } from '../../diagnosis';
import { isJointId, type CheckId, type JointId } from '../../joint';
import { capital } from '../../text';
import type { VehicleState } from '../../vehicle';
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
    if (b.rocks) return `It rocks, at one of: ${b.results.map((r) => w.joint(r.joint)).join(', ')}`;
    const odd = b.results.filter((r) => r.result !== 'tight');
    if (b.results.length > 2 && odd.length === 0)
      return `${capital(b.check.replaceAll('-', ' '))}: ${b.results.length} joints tight`;
    return b.results
      .filter((r) => odd.length === 0 || odd.includes(r))
      .map((r) => capital(`${w.joint(r.joint)}: ${isJointId(r.joint) ? r.result : ELSEWHERE[r.result]}`))
      .join('; ');
  },
});
