import { fixed } from '../text';
import { positive } from '../error';
import { studentQuantile } from '../stats';
import { type Prepared, BINS, prefix, prepare } from './loop-points';
import { search, searchFlat, weights, sandwich } from './loop-fit';

/** Which way of working a loop out; goes into the ledger with its result. */
export const LOOP_METHOD = 'loop 1';

export const LOOP_KINDS = ['loose', 'firm', 'soft', 'soft and loose', 'soft centre'] as const;
export type LoopKind = (typeof LOOP_KINDS)[number];

export interface LoopOptions {
  /** Resolution of the displacement gauge, mm. */
  readonly resolutionMm?: number | undefined;
  /** Below this outer stiffness a joint is soft, N/mm: from its twin or its maker. Not known: softness is not judged. */
  readonly softBelow?: number | undefined;
}

export interface LoopResult {
  readonly method: typeof LOOP_METHOD;
  readonly points: number;
  /** Points kept after those just behind a reversal were left out. */
  readonly used: number;
  /** Left and right end of the dead band, mm, where one is proved. */
  readonly band: readonly [a: number, b: number];
  /** Play b − a, mm; 0 where none is proved. */
  readonly playMm: number;
  /** Its standard and expanded (95 %, two-sided) uncertainty, mm. */
  readonly uMm: number;
  readonly expandedMm: number;
  /** Stiffness pushed to the minus and to the plus side, and in the middle, N/mm. */
  readonly stiffness: { readonly minus: number; readonly plus: number; readonly middle: number };
  /** Friction, N: half the height of the loop where it only slides. */
  readonly frictionN: number;
  /** Force at x = 0 of the middle line, N. */
  readonly offsetN: number;
  /** Residual standard deviation, N. */
  readonly residualN: number;
  /** BIC of the best model without a gap less that with it: above 10 the gap is clear. */
  readonly deltaBic: number;
  /** How far the branches lie apart at no force, mm: what a naive look takes for play. */
  readonly naiveMm: number;
  readonly kind: LoopKind;
  readonly sentence: string;
}

/**
 * Play, elastic give and friction told apart in a force–displacement loop of a joint pushed and pulled:
 * F = c + k0 x + (k₊−k0)(x−b)₊ − (k₋−k0)(a−x)₊ + F_f·dir, by least squares within a search over (a, b),
 * with robust weights (Tukey's bisquare, Beaton & Tukey 1974) and uncertainties from the sandwich of
 * Gauss–Newton (White 1980). There is play only where the gap beats the best model without one
 * (ΔBIC > 10), exceeds its own uncertainty, and its middle is softer than a tenth of the outsides;
 * otherwise it is a soft centre, or none.
 * @param xMm displacement, mm; @param forceN force, N: same length, 40 to 200 000 points, in the order taken
 * @throws BadInput naming the point that is no number, too few points, or a loop that never reverses.
 */
export function analyseLoop(xMm: ArrayLike<number>, forceN: ArrayLike<number>, o: LoopOptions = {}): LoopResult {
  const p = prepare(xMm, forceN);
  let w: Float64Array | undefined;
  let best = search(p, prefix(p, w));
  let flat = searchFlat(p, prefix(p, w));
  for (let i = 0; i < 2; i++) {
    w = weights(p, best);
    const sums = prefix(p, w);
    best = search(p, sums, best);
    flat = searchFlat(p, sums);
  }
  const n = p.n;
  const bic = (sse: number, parameters: number) => n * Math.log(Math.max(sse, 1e-300) / n) + parameters * Math.log(n);
  const deltaBic = bic(flat.sse, 6) - bic(best.sse, 7);
  const [c, k0, dp, dm, ff] = best.beta as unknown as [number, number, number, number, number];
  const plus = k0 + dp;
  const minus = k0 + dm;
  const cov = sandwich(p, best, w);
  const uGauge = (o.resolutionMm === undefined ? 0 : positive('gauge resolution', o.resolutionMm, 'mm')) / Math.sqrt(6);
  const width = best.b - best.a;
  const uMm = Math.hypot(Math.sqrt(Math.max(0, cov)), uGauge);
  const expandedMm = studentQuantile(0.975, Math.max(1, n - 7)) * uMm;
  const outer = Math.min(plus, minus);
  const gap = deltaBic > 10 && width > expandedMm && outer > 0;
  const loose = gap && k0 < 0.1 * outer;
  // Without a gap the sides are those of the model without one.
  const sides = gap
    ? { minus, plus, middle: k0 }
    : { minus: flat.minus, plus: flat.plus, middle: Math.min(flat.minus, flat.plus) };
  const soft =
    o.softBelow !== undefined && Math.min(sides.minus, sides.plus) < positive('stiffness of a sound joint', o.softBelow, 'N/mm');
  const kind: LoopKind = loose ? (soft ? 'soft and loose' : 'loose') : gap ? 'soft centre' : soft ? 'soft' : 'firm';
  const playMm = loose ? width : 0;
  const frictionN = Math.abs(gap ? ff : flat.friction);
  const base = {
    method: LOOP_METHOD,
    points: xMm.length,
    used: n,
    band: [best.a, best.b] as const,
    playMm,
    uMm,
    expandedMm,
    stiffness: sides,
    frictionN,
    offsetN: gap ? c : flat.offset,
    residualN: Math.sqrt((gap ? best.sse : flat.sse) / Math.max(1, n - 7)),
    deltaBic,
    naiveMm: naive(p),
    kind,
  } as const;
  return { ...base, sentence: say(base) };
}

function say(r: Omit<LoopResult, 'sentence'>): string {
  const k = (v: number) => `${Number(v.toPrecision(3))} N/mm`;
  const sides = `${k(r.stiffness.minus)} one way, ${k(r.stiffness.plus)} the other`;
  const play = `${fixed(r.playMm, 2)} mm of play (± ${fixed(r.expandedMm, 2)})`;
  switch (r.kind) {
    case 'loose':
      return `Loose: ${play}; outside it ${sides}.`;
    case 'soft and loose':
      return `Loose and soft: ${play}; outside it only ${sides}.`;
    case 'soft centre':
      return `A soft centre, no play: ${k(r.stiffness.middle)} in the middle, ${sides}.`;
    case 'soft':
      return `Soft, no play: ${sides}. The loop is friction of ${fixed(r.frictionN, 0)} N and give.`;
    case 'firm':
      return `No play: ${sides}. The loop is friction of ${fixed(r.frictionN, 0)} N and give.`;
  }
}

/** How far apart the branches cross zero force, from means over 512 steps; 0 where one of them does not. */
function naive(p: Prepared): number {
  const STEPS = 512;
  const crossingOf = (dir: number): number | undefined => {
    const sum = new Float64Array(STEPS);
    const count = new Float64Array(STEPS);
    for (let i = 0; i < p.n; i++) {
      if (p.d[i] !== dir) continue;
      const at = Math.floor((p.bin[i]! * STEPS) / BINS);
      sum[at]! += p.f[i]!;
      count[at]!++;
    }
    const at = (i: number) => p.lo + ((i + 0.5) * p.step * BINS) / STEPS;
    let last = -1;
    for (let i = 0; i < STEPS; i++) {
      if (count[i] === 0) continue;
      const now = sum[i]! / count[i]!;
      if (last >= 0) {
        const before = sum[last]! / count[last]!;
        if (before < 0 && now >= 0) return at(last) + ((at(i) - at(last)) * -before) / (now - before);
      }
      last = i;
    }
    return undefined;
  };
  const [up, down] = [crossingOf(1), crossingOf(-1)];
  return up === undefined || down === undefined ? 0 : Math.abs(up - down);
}
