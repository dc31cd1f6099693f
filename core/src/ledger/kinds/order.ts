import { sayWhen } from '../../text';
import { EVERYBODY, entryKind } from './entry-kind';

/** Parts asked for at a supplier, and when they were promised. */
export interface OrderBody {
  supplier: string;
  /** As the supplier numbered it. */
  number: string;
  lines: { choice: string; part: string; name: string; quantity: number; minor: number }[];
  currency: string;
  /** ISO 8601 with its time. */
  promised: string;
  /** By a line to the supplier, or by telephone. */
  by: 'line' | 'phone';
  simulated?: boolean;
}

export const order = entryKind<OrderBody>()({
  who: EVERYBODY,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) =>
    `Ordered from ${b.supplier}${b.by === 'phone' ? ', by phone' : ''}, ${b.number}: ${b.lines.map((l) => `${l.quantity} × ${l.name}`).join(', ')}; promised for ${sayWhen(b.promised, w.zone)}${b.simulated ? '; simulated' : ''}`,
});
