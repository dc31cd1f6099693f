import { BadInput, within } from '../error';
import { chanceFrom, type Chance } from '../numeric';

/** The largest seed, and how many there are. */
export const MOST_SEED = 2 ** 31 - 1;
/** Neighbouring states of the generator give near first numbers: so many are drawn and thrown away. */
const WARM = 4;

/**
 * A chance of its own for each thing that is asked of a vehicle: in whatever order it is asked, and however often, the
 * answer is the same. The name is mixed into the seed by FNV-1a (Fowler, Noll & Vo) with the last step of MurmurHash3.
 * @throws BadInput for a seed that is no whole number from 0 to 2³¹ − 1
 */
export function lot(seed: number, ...of: readonly (string | number)[]): Chance {
  if (!Number.isInteger(within('seed', seed, 0, MOST_SEED))) throw new BadInput('seed', 'must be a whole number', seed);
  let h = (seed ^ 0x811c9dc5) >>> 0;
  for (const ch of of.join('\u0001')) h = Math.imul(h ^ ch.codePointAt(0)!, 0x01000193) >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  const c = chanceFrom(h ^ (h >>> 16));
  for (let i = 0; i < WARM; i++) c.next();
  return c;
}
