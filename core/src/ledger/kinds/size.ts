import type { Size } from '../../parts';
import { capital } from '../../text';
import type { AxleEnd, Hold } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** A size measured for a part, as it was written; it overrules the file. */
export interface SizeBody {
  axle: AxleEnd;
  size: Size;
  text: string;
  mm?: number;
  thread?: string;
  hold?: Hold;
}

export const size = entryKind<SizeBody>()({
  version: 2,
  // The first version was a kind called "measure".
  upcasts: { 1: ({ measure, ...body }) => ({ ...body, size: measure }) },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b) => `${capital(b.size.replaceAll('-', ' '))}: ${b.text}`,
});
