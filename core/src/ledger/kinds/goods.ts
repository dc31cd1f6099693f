import { EVERYBODY, entryKind } from './entry-kind';
import type { GoodsCheck, GoodsFrom, GoodsResult } from '../words';

/** A part that came in, as it was looked at; taken, or refused with the reason. */
export interface GoodsBody {
  /** The choice it is for. */
  choice: string;
  part: string;
  name: string;
  quantity: number;
  from: GoodsFrom;
  /** The order it came by, where it came by one. */
  order?: string;
  checks: { check: GoodsCheck; result: GoodsResult }[];
  /** What was measured of it, as it was written. */
  measured: { what: string; text: string }[];
  outcome: 'taken' | 'refused';
  why: string;
}

export const goods = entryKind<GoodsBody>()({
  // Whoever opens the parcel: at the bench as well as at the vehicle.
  who: EVERYBODY,
  searched: true,
  kept: { as: 'all' },
  say(b) {
    const not = b.checks.filter((c) => c.result !== 'yes').map((c) => `${c.check} ${c.result}`);
    const sizes = b.measured.map((m) => `${m.what} ${m.text}`);
    const said = [...not, ...sizes].join(', ');
    return b.outcome === 'taken'
      ? `Goods in, ${b.from}: ${b.quantity} × ${b.name}, looked at${said ? ` (${said})` : ''}`
      : `Goods refused: ${b.quantity} × ${b.name}, ${b.why}${said ? ` (${said})` : ''}`;
  },
});
