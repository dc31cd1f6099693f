import { capital } from '../../text';
import type { AxleEnd, Side } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** How high a corner stands: from the hub's centre to the arch above it, mm, as it was written. */
export interface HeightBody {
  axle: AxleEnd;
  side: Side;
  mm: number;
  text: string;
  /** Measured again where the rubber is tightened. */
  again?: true;
}

export const height = entryKind<HeightBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  version: 2,
  // The first version was measured once.
  upcasts: { 1: (b) => b },
  kept: { as: 'latest by key', key: (b) => `${b.axle}.${b.side}${b.again ? '.again' : ''}` },
  say: (b) => capital(`hub to arch, ${b.axle} ${b.side}${b.again ? ', raised to it' : ''}: ${b.text}`),
});
