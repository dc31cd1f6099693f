import type { JointId } from '../../joint';
import { readPart, type Part } from '../../parts';
import { sayMoney } from '../../text';
import { EVERYBODY, entryKind } from './entry-kind';

/** A part that is put to the customer for joints; another way for the same joints stands beside it (`job/state/choices`). */
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
  kept: { as: 'all' },
  say: (b, w) => {
    const number = b.part.kind === 'other part' || b.part.kind === 'refit' ? '' : `, ${b.part.id}`;
    const price = b.part.kind === 'refit' ? '' : `, ${sayMoney(b.part.priceMinor, b.part.currency)} each`;
    return `Chosen: ${b.quantity} × ${b.part.name}${number}${price}, for ${w.parts(b.joints)}${b.oneSideReason ? `; one side: ${b.oneSideReason}` : ''}`;
  },
});
