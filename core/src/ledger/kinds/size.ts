import type { Seat, Size } from '../../parts';
import { capital } from '../../text';
import type { AxleEnd, Hold, LinkEnd } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A size measured for a part, as it was written; it overrules the file. */
export interface SizeBody {
  axle: AxleEnd;
  size: Size;
  /** The end of the link it was measured at; both where none is named. */
  end?: LinkEnd;
  text: string;
  mm?: number;
  /** How far it may be off, mm: as it was written, else what a rule or caliper usually is. */
  doubtMm?: number;
  thread?: string;
  hold?: Hold;
  seat?: Seat;
}

export const size = entryKind<SizeBody>()({
  version: 2,
  // The first version was a kind called "measure".
  upcasts: { 1: ({ measure, ...body }) => ({ ...body, size: measure }) },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b) => `${capital(b.size.replaceAll('-', ' '))}${b.end ? `, ${b.end} end` : ''}: ${b.text}`,
});
