import { capital } from '../../text';
import type { AxleEnd, Side } from '../../vehicle';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** How high a corner stands: from the hub's centre to the arch above it, mm, as it was written. */
export interface HeightBody {
  axle: AxleEnd;
  side: Side;
  mm: number;
  text: string;
}

export const height = entryKind<HeightBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => `${b.axle}.${b.side}` },
  say: (b) => capital(`hub to arch, ${b.axle} ${b.side}: ${b.text}`),
});
