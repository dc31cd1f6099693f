import { sayDay } from '../../text';
import { sayDistance } from '../../units';
import { EVERYBODY, entryKind } from './entry-kind';

/** What to come back for, and when. */
export interface RecheckBody {
  what: string;
  atKm: number;
  /** "2026-03-01" */
  onDate: string;
}

export const recheck = entryKind<RecheckBody>()({
  who: EVERYBODY,
  searched: true,
  kept: { as: 'all' },
  say: (b, w) => `Recheck at ${sayDistance(b.atKm, w.measures.distance)} or ${sayDay(b.onDate)}: ${b.what}`,
});
