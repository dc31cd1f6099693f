import { LINK_ENDS, type LinkEnd } from '../vehicle';
import type { SizeKey, Candidate, Wanted } from './match';
import { type Size, type Part, type PartEnd, isLink, isAdjustable } from './part';

/** A size to measure next, and how many of the parts that are left it would leave out, as far as can be told before. */
export interface Ask {
  readonly key: SizeKey;
  readonly leavesOut: number;
  readonly of: number;
}

const ASKED: readonly (readonly [Size, (p: Part, e?: PartEnd) => unknown, 'end' | 'part'])[] = [
  ['stud-thread', (_p, e) => e?.thread, 'end'],
  ['stud-seat', (_p, e) => e?.seat, 'end'],
  ['link-length', (p) => (isLink(p.kind) && !isAdjustable(p.kind) ? p.lengthMm : undefined), 'part'],
  ['bar-diameter', (p) => p.boreMm ?? p.barMm, 'part'],
  ['hole-spacing', (p) => (p.kind === 'frame bushing' ? p.holeSpacingMm : undefined), 'part'],
  ['bushing-height', (p) => p.heightMm, 'part'],
  ['bar-width', (p) => (p.kind === 'sway bar' ? p.holeSpacingMm : undefined), 'part'],
  ['nut-hex', (_p, e) => e?.nutHexMm, 'end'],
];
/**
 * The size that separates what is left best: each value parts have of it may be the one; what is left then is the share
 * of each squared. Only sizes that nobody measured, and that no file or box says, are asked for.
 */
export function askNext(candidates: readonly Candidate[], w: Wanted): Ask | undefined {
  const left = candidates.filter((c) => c.excluded.length === 0).map((c) => c.part);
  const open = (key: SizeKey) => (w.from?.[key] ?? 'usual') === 'usual';
  const leavesOut = (value: (p: Part) => unknown): number => {
    const counts = new Map<unknown, number>();
    const said = left.map(value).filter((v) => v !== undefined);
    for (const v of said) counts.set(v, (counts.get(v) ?? 0) + 1);
    return said.length - [...counts.values()].reduce((sum, n) => sum + (n * n) / said.length, 0);
  };
  const asks = ASKED.flatMap(([size, value, of]): Ask[] => {
    const keys: SizeKey[] = of === 'part' ? [size] : LINK_ENDS.map((end): SizeKey => `${end}.${size}`);
    return keys.filter(open).map((key) => {
      const end = key.includes('.') ? (key.split('.')[0] as LinkEnd) : undefined;
      return { key, leavesOut: leavesOut((p) => value(p, end && p[end])), of: left.length };
    });
  });
  return asks.filter((a) => a.leavesOut >= 0.5).sort((a, b) => b.leavesOut - a.leavesOut)[0];
}
