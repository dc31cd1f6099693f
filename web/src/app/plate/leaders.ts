import type { Point } from './layout';

export const crosses = (a: Point, b: Point, c: Point, d: Point): boolean => {
  const turn = (p: Point, q: Point, r: Point) => Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;
};
/** How near a straight leader passes a point. */
export const nearness = (p: Point, a: Point, b: Point): number => {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
};
/** How far a leader keeps from another joint's mark, px. */
const CLEAR = 9;
/** What is worse than so many px of leader: to cross another, to run over a tyre, each px too near to a mark. */
const CROSSED = 1e7;
const OVER = 1e5;
const NEAR = 1e3;
/**
 * Puts the rungs in the order that keeps leaders apart: first the order of the least summed length, in which no
 * two straight leaders cross (triangle inequality: crossed ones change places and get shorter); from there what
 * passes fewer other joints and no wheel face, as long as nothing crosses.
 */
export function orderRungs(at: readonly Point[], port: (slot: number) => Point, faces: readonly Face[] = []): number[] {
  const n = at.length;
  const order = at.map((_, i) => i).sort((a, b) => at[a]![1] - at[b]![1] || at[a]![0] - at[b]![0]);
  // What a leader from a slot to a joint costs does not depend on the others: worked out once, so that it takes no frame.
  const long = new Float64Array(n * n);
  const crowded = new Float64Array(n * n);
  for (let slot = 0; slot < n; slot++)
    for (let k = 0; k < n; k++) {
      const [from, to] = [port(slot), at[k]!];
      const over = faces.filter((f) => runsOver(from, to, f)).length;
      const near = at.reduce((sum, p, o) => (o === k ? sum : sum + Math.max(0, CLEAR - nearness(p, from, to))), 0);
      long[slot * n + k] = Math.hypot(from[0] - to[0], from[1] - to[1]);
      crowded[slot * n + k] = long[slot * n + k]! + OVER * over + NEAR * near;
    }
  // Whether the leaders of two slots cross, by the joints they lead to.
  const cut = new Uint8Array(n ** 4);
  const where = (i: number, k: number, j: number, l: number) => ((i * n + k) * n + j) * n + l;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++)
      for (let k = 0; k < n; k++)
        for (let l = 0; l < n; l++) if (k !== l && crosses(port(i), at[k]!, port(j), at[l]!)) cut[where(i, k, j, l)] = 1;
  const sumOf = (table: Float64Array, o: readonly number[]) => o.reduce((sum, k, i) => sum + table[i * n + k]!, 0);
  improve(order, (o) => sumOf(long, o));
  const cost = (o: readonly number[]) => {
    let sum = sumOf(crowded, o);
    for (let i = 0; i < n; i++) for (let j = i + 1; j < n; j++) sum += CROSSED * cut[where(i, o[i]!, j, o[j]!)]!;
    return sum;
  };
  improve(order, cost);
  return freed(order, cost, (slot, k) => crowded[slot * n + k]! >= OVER);
}

/** A tyre in section, px: nothing is led across it. */
export interface Face {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Whether a straight leader runs over a face: it starts or ends in it, or crosses one of its diagonals. */
export function runsOver(a: Point, b: Point, f: Face): boolean {
  const inside = (p: Point) => p[0] > f.left && p[0] < f.right && p[1] > f.top && p[1] < f.bottom;
  return (
    inside(a) ||
    inside(b) ||
    crosses(a, b, [f.left, f.top], [f.right, f.bottom]) ||
    crosses(a, b, [f.left, f.bottom], [f.right, f.top])
  );
}

/** An order in which something still runs over a tyre, begun anew from each other place of that rung until nothing does. */
function freed(order: number[], cost: (o: readonly number[]) => number, over: (slot: number, k: number) => boolean): number[] {
  const stuck = order.findIndex((k, slot) => over(slot, k));
  if (stuck < 0) return order;
  let best = order;
  for (let slot = 0; slot < order.length && cost(best) >= OVER; slot++) {
    const tried = [...order];
    tried.splice(slot, 0, ...tried.splice(stuck, 1));
    improve(tried, cost);
    if (cost(tried) < cost(best)) best = tried;
  }
  return best;
}

/** Changes two places, or moves one among the others, as long as that lessens the cost. */
function improve(order: number[], cost: (o: readonly number[]) => number): void {
  let best = cost(order);
  const keep = (tried: number[]): boolean => {
    const c = cost(tried);
    if (c >= best - 1e-9) return false;
    best = c;
    order.splice(0, order.length, ...tried);
    return true;
  };
  for (let again = true, guard = 0; again && guard < 60; guard++) {
    again = false;
    for (let i = 0; i < order.length; i++)
      for (let k = 0; k < order.length; k++) {
        if (i === k) continue;
        const changed = [...order];
        [changed[i], changed[k]] = [changed[k]!, changed[i]!];
        const moved = [...order];
        moved.splice(k, 0, ...moved.splice(i, 1));
        again = keep(changed) || keep(moved) || again;
      }
  }
}
