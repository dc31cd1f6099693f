import { finite, within } from '../error';
import { chanceFrom } from '../numeric';

/** A gauge without a body: what the small pages that ship with the program send. */
export interface SimulatedGauge {
  readonly resolution: number;
  /** Standard deviation of one reading, in the gauge's unit. */
  readonly noise: number;
  /** Where its zero stands, and how far it moves with each reading sent. */
  readonly zero: number;
  readonly drift: number;
}

/**
 * What a simulated gauge shows of a true value: noise, the zero where it has got to, and its resolution.
 * @param sent how many readings it has sent before
 * @param bell a standard normal chance
 */
export function simulatedReading(trueValue: number, s: SimulatedGauge, sent: number, bell: number): number {
  finite('true value', trueValue);
  finite('number of readings sent', sent);
  finite('chance', bell);
  const v = trueValue + s.noise * bell + s.zero + s.drift * sent;
  // Steps of 0.01 would print as 0.30000000000000004 without the second rounding.
  return Number((Math.round(v / s.resolution) * s.resolution).toFixed(6));
}

/** Standard normal chances from a seed, the same ones each time: for simulated gauges and tests. */
export const bell = (seed: number): (() => number) => chanceFrom(finite('seed', seed)).bell;

/** A joint as a simulated force gauge meets it: mm, N and N/mm. */
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
export function simulatedLoop(
  j: LoopJoint,
  o: { points: number; reach?: number; cycles?: number; noiseMm?: number; noiseN?: number; seed?: number },
): { x: Float64Array; f: Float64Array } {
  for (const [k, x] of Object.entries(j)) finite(`joint, ${k}`, x as number);
  for (const [k, x] of Object.entries(o)) finite(`loop, ${k}`, x as number);
  within('number of points', o.points, 1, 1e7);
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
