import type { Candidate } from './match';
import { sayHere, sayWarranty, type Part } from './part';

/** One thing that may be bought, and everybody who offers it: the best of them first. */
export interface Offered {
  readonly best: Candidate;
  readonly others: readonly Candidate[];
}

/** What makes two offers the same thing: everything but who sells it, under which number, for how much and how soon. */
function fingerprint(p: Part): string {
  const {
    id: _id,
    supplier: _s,
    priceMinor: _p,
    currency: _c,
    stock: _k,
    deliveryHours: _d,
    warrantyMonths: _w,
    fits,
    ...thing
  } = p;
  const sorted = (x: unknown): unknown =>
    Array.isArray(x)
      ? x.map(sorted)
      : typeof x === 'object' && x !== null
        ? Object.fromEntries(
            Object.entries(x)
              .filter(([, v]) => v !== undefined)
              .sort(([a], [b]) => (a < b ? -1 : 1))
              .map(([k, v]) => [k, sorted(v)]),
          )
        : x;
  return JSON.stringify([sorted(thing), [...fits].map((f) => `${f.typeId}.${f.axle}`).sort()]);
}

/**
 * Candidates with identical offers put together, in their order: the same thing is not listed twice. Two offers differ
 * by their number, price, delivery and warranty, and by nothing else.
 */
export function offersOf(candidates: readonly Candidate[]): Offered[] {
  const byFingerprint = new Map<string, Candidate[]>();
  for (const c of candidates) {
    const key = fingerprint(c.part);
    byFingerprint.set(key, [...(byFingerprint.get(key) ?? []), c]);
  }
  return [...byFingerprint.values()].map(([best, ...others]) => ({ best: best!, others }));
}

/** What tells an offer apart: "Breck & Daughter, 14.60, here in 26 h, 12 months". Its price is said by whoever knows money. */
export const sayOffer = (p: Part, price: string): string =>
  [p.supplier, p.id, price, sayHere(p), sayWarranty(p.warrantyMonths) || 'warranty not said'].join(', ');
