import type { JointId } from '../../joint';
import { readPart, type Part } from '../../parts';
import { sayMoney } from '../../text';
import { EVERYBODY, entryKind } from './entry-kind';

/** A part chosen for joints; chosen again for the same joints it takes the first one's place. */
export interface ChooseBody {
  joints: JointId[];
  part: Part;
  quantity: number;
  oneSideReason?: string;
}

export const choose = entryKind<ChooseBody>()({
  version: 2,
  // The part it carries was of the first version.
  upcasts: { 1: (body) => ({ ...body, part: readPart(body['part']) }) },
  who: EVERYBODY,
  searched: false,
  kept: { as: 'latest by key', key: (b) => `${b.part.kind}|${[...b.joints].sort().join()}` },
  say: (b, w) => {
    const number = b.part.kind === 'other part' || b.part.kind === 'refit' ? '' : `, ${b.part.id}`;
    const price = b.part.kind === 'refit' ? '' : `, ${sayMoney(b.part.priceMinor, b.part.currency)} each`;
    return `Chosen: ${b.quantity} × ${b.part.name}${number}${price}, for ${w.parts(b.joints)}${b.oneSideReason ? `; one side: ${b.oneSideReason}` : ''}`;
  },
});
