import { attempt } from '../../error';
import { barAtWork, barOf, barRate, crooked } from '../../mechanics';
import { sayLength } from '../../units';
import { SIDES, type Side } from '../../vehicle';
import type { JobState } from '../fold';

/** How hard a bar is wound up where the vehicle stands crooked, and which way each eye springs when its nut comes off. */
export interface LinkLoad {
  readonly forceN: number;
  readonly eyes: Readonly<Record<Side, 'up' | 'down' | 'not'>>;
  readonly sentence: string;
}

/** To this many newtons: points and stiffness tell no more (common practice, no source). */
const ROUGH_N = 10;

/**
 * From the heights that were written down, and the bar as the axle's points tell of it. Undefined where there is no bar
 * on links, a height is missing, or the points do not hold together.
 */
export function linkLoad(s: JobState): LinkLoad | undefined {
  const [left, right] = SIDES.map((side) => s.heights.get(`${s.axle}.${side}`)?.mm);
  const axle = s.axles[s.axle];
  if (left === undefined || right === undefined || !axle.link) return undefined;
  const heights = { left, right };
  const found = attempt(() => {
    const bar = barAtWork(axle, barRate(barOf(axle), 1));
    return { left: crooked(bar, 'left', heights), right: crooked(bar, 'right', heights) };
  });
  if (!found.ok) return undefined;
  const { left: l, right: r } = found.value;
  const eyes = { left: l.jumps.eye, right: r.jumps.eye };
  const forceN = Math.round(l.linkForceN / ROUGH_N) * ROUGH_N;
  const unit = s.context.measures.length;
  const sentence =
    l.higherWheel === undefined || eyes.left === 'not'
      ? 'It stands level: as far as its heights tell, nothing is on the links.'
      : `The ${l.higherWheel} wheel stands ${sayLength(Math.abs(left - right), 0, unit)} further up: about ${forceN} N on each link as it stands on its wheels. When its nut comes off the ${l.higherWheel} eye springs down, the other one up, about ${sayLength(l.jumps.byMm, 0, unit)}.`;
  return { forceN, eyes, sentence };
}
