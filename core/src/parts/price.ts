import { BadInput, within } from '../error';
import { decimalOf, toMinor } from '../text';

/** Most a part may cost, in the currency's own unit. */
const MOST_PRICE = 100000;
/** A price as it was written. @throws BadInput naming it */
export function readPrice(text: string, currency: string, field = 'price'): number {
  const given = decimalOf(text);
  if (!Number.isFinite(given)) throw new BadInput(field, 'must be a number', text);
  return toMinor(within(field, given, 0, MOST_PRICE, currency), currency);
}
