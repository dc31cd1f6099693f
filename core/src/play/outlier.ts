import { finiteAll } from '../error';
import { grubbsOutlier, studentQuantile } from '../stats';
import { knownScatter, type KnownScatter } from './series';

/**
 * The reading of a series that stands out, by its place: against the known scatter of gauge and person
 * from the second reading on (two-sided 1 % shared among n readings), else by Grubbs's test. It is only
 * pointed out: it counts until somebody strikes it.
 */
export function standsOut(readingsMm: readonly number[], known?: KnownScatter): number | undefined {
  finiteAll('reading', readingsMm);
  if (known) knownScatter(known);
  const n = readingsMm.length;
  if (n < 3) return undefined;
  if (!known || known.degrees < n - 1) return grubbsOutlier(readingsMm);
  const sum = readingsMm.reduce((a, x) => a + x, 0);
  // Each against the mean of the others.
  const off = readingsMm.map((x) => Math.abs(x - (sum - x) / (n - 1)));
  const far = off.indexOf(Math.max(...off));
  const t = studentQuantile(1 - 0.01 / (2 * n), known.degrees);
  return off[far]! > t * known.sdMm * Math.sqrt(1 + 1 / (n - 1)) ? far : undefined;
}
