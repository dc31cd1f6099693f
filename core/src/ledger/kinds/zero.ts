import { sayLength } from '../../units';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** Where a gauge's zero stood before or after a series, mm. */
export interface ZeroBody {
  gauge: string;
  when: 'start' | 'end';
  zeroMm: number;
}

export const zero = entryKind<ZeroBody>()({
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => `Zero of the gauge ${b.when === 'start' ? 'before' : 'after'}: ${sayLength(b.zeroMm, 3, w.measures.length)}`,
});
