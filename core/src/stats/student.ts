import { BadInput, finite, positive, within } from '../error';
import { incompleteBeta } from './beta';

/** So many degrees stand for a scatter that is known for certain: the distribution is normal then to more digits than a gauge has. */
export const MOST_DEGREES = 1e6;

/** P(T ≤ t) of Student's distribution with ν degrees of freedom (Abramowitz & Stegun 26.7.1). @throws BadInput for a t or ν that is no number, or a ν not above 0. */
export function studentCdf(t: number, degrees: number): number {
  finite('t', t);
  const nu = Math.min(positive('degrees of freedom', degrees), MOST_DEGREES);
  const tail = 0.5 * incompleteBeta(nu / 2, 0.5, nu / (nu + t * t));
  return t > 0 ? 1 - tail : tail;
}

const KEPT = new Map<string, number>();

/**
 * The t with P(T ≤ t) = p, by bisection on the distribution function.
 * @throws BadInput when p is not within (0.5, 1), or ν is no number or < 1.
 */
export function studentQuantile(p: number, nu: number): number {
  within('probability', p, 0.5, 1 - 1e-9);
  if (finite('degrees of freedom', nu) < 1) throw new BadInput('degrees of freedom', 'must be 1 or more', nu);
  const n = Math.min(nu, MOST_DEGREES);
  // Degrees are floored to whole numbers before they come here, so a ledger asks for the same few again and again.
  const key = `${p}|${n}`;
  const kept = KEPT.get(key);
  if (kept !== undefined) return kept;
  let lo = 0;
  let hi = 2;
  while (studentCdf(hi, n) < p) hi *= 2;
  for (let i = 0; i < 80; i++) {
    const mid = (lo + hi) / 2;
    if (studentCdf(mid, n) < p) lo = mid;
    else hi = mid;
  }
  const t = (lo + hi) / 2;
  if (KEPT.size < 2000) KEPT.set(key, t);
  return t;
}
