import type { Evidence, Network } from '../diagnosis';
import { chanceFrom } from '../numeric';

/** A net the size of a whole vehicle: 60 faults, 150 findings, up to 12 causes each. Deterministic. */
export function largeNet(positive: number): { net: Network; said: Evidence[] } {
  const { next } = chanceFrom(9);
  const faults = Array.from({ length: 60 }, (_, i) => ({ id: `d${i}`, prior: 0.003 + 0.1 * next() }));
  const findings = Array.from({ length: 150 }, (_, i) => {
    const causes = new Set<number>();
    const size = 1 + Math.floor(12 * next());
    while (causes.size < size) causes.add(Math.floor(60 * next()));
    return { id: `f${i}`, leak: 0.005 + 0.05 * next(), links: [...causes].map((fault) => ({ fault, q: 0.1 + 0.8 * next() })) };
  });
  const said: Evidence[] = [];
  for (let i = 0; i < 30; i++) said.push({ finding: 100 + i, ifFound: 0, ifNot: 1 });
  for (let i = 0; i < positive; i++) said.push({ finding: i, ifFound: 1, ifNot: 0 });
  return { net: { faults, findings }, said };
}
