import { asFitted } from '../../assembly';
import { partsOf } from '../../joint';
import { sayBarChange } from '../../mechanics';
import { AXLES, type AxleEnd, type AxleSpec } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { chosenAt } from './planned';

/** The axles as they are now: as they were measured, with every part on that went on in this job. */
export const axlesNow = onceAState((s): Readonly<Record<AxleEnd, AxleSpec>> => {
  const now = { ...s.axles };
  for (const id of s.renewed) {
    const { axle } = partsOf(id);
    now[axle] = asFitted(now[axle], chosenAt(s, id));
  }
  return now;
});

/** What another bar that went on changes: "The bar was 22.0 mm and is 24.0 mm: 1.42 times as stiff …". One sentence an axle. */
export function barChanges(s: JobState): string[] {
  return AXLES.flatMap((end) => {
    const [was, now] = [s.axles[end].bar, axlesNow(s)[end].bar];
    const words = was && now ? sayBarChange(was, now, s.context.measures.length) : '';
    return words ? [words] : [];
  });
}
