import type { JointId } from '../../joint';
import type { Part } from '../../parts';
import { EVERYBODY, entryKind } from './entry-kind';

/** A part chosen for joints; chosen again for the same joints it takes the first one's place. */
export interface ChooseBody {
  joints: JointId[];
  part: Part;
  quantity: number;
  oneSideReason?: string;
}

export const choose = entryKind<ChooseBody>()({
  who: EVERYBODY,
  searched: false,
  kept: { as: 'latest by key', key: (b) => `${b.part.kind}|${[...b.joints].sort().join()}` },
  say: (b, w) => `Chosen: ${b.quantity} × ${b.part.name} for ${b.joints.map(w.joint).join(', ')}`,
});
