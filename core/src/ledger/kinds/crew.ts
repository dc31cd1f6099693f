import { list } from '../../text';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Who is at the vehicle from now on, as they were called then. */
export interface CrewBody {
  people: readonly { readonly id: string; readonly name: string }[];
}

export const crew = entryKind<CrewBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest' },
  say: (b) => `At it from now on: ${list(b.people.map((p) => p.name))}`,
});
