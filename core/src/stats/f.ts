import { finite, positive } from '../error';
import { incompleteBeta } from './beta';

/** P(F > f) of Fisher's distribution with d1 and d2 degrees of freedom (Abramowitz & Stegun 26.6.2); f ≥ 0. */
export function fTail(f: number, d1: number, d2: number): number {
  finite('F', f);
  positive('degrees of freedom above', d1);
  positive('degrees of freedom below', d2);
  if (f <= 0) return 1;
  return incompleteBeta(d2 / 2, d1 / 2, d2 / (d2 + d1 * f));
}
