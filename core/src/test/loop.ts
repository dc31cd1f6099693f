/** A bell-shaped chance in [−∞, ∞] from a seed: for tests and the simulated gauges' noise. */
export function bell(seed: number): () => number {
  let s = seed >>> 0;
  // mulberry32, then Box and Muller.
  const next = () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = s;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

export interface LoopJoint {
  readonly a: number;
  readonly b: number;
  readonly minus: number;
  readonly plus: number;
  readonly middle: number;
  readonly friction: number;
  /** Stiffness of the friction's own grip, N/mm. */
  readonly contact: number;
  readonly offset?: number;
}

/** A joint pushed and pulled: elastic with a gap, and one friction element that grips and slides. */
export function makeLoop(
  j: LoopJoint,
  o: { points: number; reach?: number; cycles?: number; noiseMm?: number; noiseN?: number; seed?: number },
): { x: Float64Array; f: Float64Array } {
  const chance = bell(o.seed ?? 1);
  const reach = o.reach ?? 1;
  const x = new Float64Array(o.points);
  const f = new Float64Array(o.points);
  let grip = 0;
  let last = 0;
  for (let i = 0; i < o.points; i++) {
    const at = (i / o.points) * (o.cycles ?? 2);
    // A triangle: the same speed throughout.
    const saw = (at + 0.25) % 1;
    const v = reach * (saw < 0.5 ? 4 * saw - 1 : 3 - 4 * saw);
    grip = Math.max(-j.friction, Math.min(j.friction, grip + j.contact * (v - last)));
    last = v;
    const elastic =
      (j.offset ?? 0) +
      j.middle * v +
      (v > j.b ? (j.plus - j.middle) * (v - j.b) : 0) -
      (v < j.a ? (j.minus - j.middle) * (j.a - v) : 0);
    x[i] = v + (o.noiseMm ?? 0) * chance();
    f[i] = elastic + grip + (o.noiseN ?? 0) * chance();
  }
  return { x, f };
}
