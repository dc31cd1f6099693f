import { readVin } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { badInput, HttpProblem, notFound } from '../http/problem';
import { typeSpec } from './queries';

/** A VIN as it is stored: null where there is none. @throws 422 where it cannot be one */
export function vinOf(text: string | null | undefined): string | null {
  const vin = text ? readVin(text, new Date().getFullYear() + 1) : undefined;
  // A wrong check digit only warns; a text that cannot be a VIN at all is a slip of the finger.
  if (vin?.faults.length)
    throw new HttpProblem(422, 'bad-input', `${vin.faults[0]} Nothing was stored.`, {
      fields: vin.faults.map((message) => ({ field: 'vin', message })),
    });
  return vin?.vin ?? null;
}

/** That a variant is one of a type. @throws 404, 422 */
export async function checkVariant(tx: Queryable, typeId: string, variant: string | null | undefined): Promise<void> {
  const spec = await typeSpec(tx, typeId);
  if (!spec) throw notFound('vehicle type');
  if (variant && !spec.variants?.some((x) => x.name === variant)) throw badInput('variant', `${variant} is none of this type`);
}
