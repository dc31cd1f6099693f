import { grouped, sayDay } from '../../text';
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
  say: (b) => `Recheck at ${grouped(b.atKm)} km or ${sayDay(b.onDate)}: ${b.what}`,
});
