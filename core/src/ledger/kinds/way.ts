import type { WayOf } from '../../plan';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Which way a step is gone, where there are two. */
export interface WayBody {
  step: string;
  way: WayOf;
}

export const way = entryKind<WayBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.step },
  say: (b, w) => `${w.step(b.step)}: ${b.way === 'manual' ? 'by the manual' : 'as it is done here'}`,
});
