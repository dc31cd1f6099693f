import { finite, positive, within } from '../error';
import { hermite } from '../numeric';

/**
 * Half a vehicle on its bar: a body that heaves and rolls, two wheels, and a link with lash (compute.md, "Simulated
 * knock"). Linear but for the lash; what it leaves out stands in docs/simulation.md.
 */
export interface HalfCar {
  /** The body's share of this axle, kg, and how hard it is to roll, kg·m². */
  readonly bodyKg: number;
  readonly rollKgM2: number;
  readonly trackM: number;
  /** One wheel with what moves with it, kg. */
  readonly wheelKg: number;
  readonly springNPerM: number;
  readonly damperNsPerM: number;
  readonly tyreNPerM: number;
  /** The bar's stiffness an end, ends moved against each other, N/m at the link. */
  readonly barNPerM: number;
  /** Travel of the bar's end over travel of the wheel. */
  readonly motionRatio: number;
  /** All of the lash of both links together, m: what the ends may differ by before the bar is loaded. */
  readonly lashM: number;
}

/** One bump a wheel rolls over: half a wave of sine squared. */
export interface Bump {
  /** Where it begins, how long and how high it is, m. */
  readonly atM: number;
  readonly lengthM: number;
  readonly heightM: number;
}
/** What lies before each wheel. */
export interface Road {
  readonly left: readonly Bump[];
  readonly right: readonly Bump[];
}

/** The ends differ by all of the play: were the bar's end without mass, it would meet its seat now (see strike). */
export interface Closing {
  readonly atS: number;
  /** How fast the ends part, m/s; above nothing where the left wheel's end rises against the right one's. */
  readonly speedMPerS: number;
}

/** What moves, at even times. Heights in m above where each rests, roll in rad, left side up above nothing. */
export interface Motion {
  readonly stepS: number;
  readonly body: Float32Array;
  readonly roll: Float32Array;
  readonly left: Float32Array;
  readonly right: Float32Array;
  readonly roadLeft: Float32Array;
  readonly roadRight: Float32Array;
  /** How far the bar's ends differ, m, and what the bar is loaded with at an end, N. */
  readonly gap: Float32Array;
  readonly barN: Float32Array;
  /** How fast that grows, m/s. */
  readonly gapRate: Float32Array;
  /** Energy in springs, tyres, bar and what moves, J. */
  readonly energy: Float64Array;
  readonly closings: readonly Closing[];
}

/** Height of the road under a wheel after so much way, m: 0 between the bumps. */
export function roadHeight(bumps: readonly Bump[], wayM: number): number {
  let h = 0;
  for (const b of bumps) {
    const x = (wayM - b.atM) / b.lengthM;
    if (x > 0 && x < 1) h += b.heightM * Math.sin(Math.PI * x) ** 2;
  }
  return h;
}

/** What is left of a difference when the lash is taken up: d − clip(d, ±lash/2). */
export const beyondLash = (d: number, lash: number): number => d - Math.min(lash / 2, Math.max(-lash / 2, d));

/** Steps of the integrator, s: a tenth of a millisecond, where the stiffest motion (tyre and wheel) turns within ninety. */
const STEP_S = 1e-4;
/** Nobody watches longer. */
export const MOST_SECONDS = 60;

const MOTIONS = ['body', 'roll', 'left', 'right', 'roadLeft', 'roadRight', 'gap', 'gapRate', 'barN'] as const;

/**
 * Drives a half-car over a road and yields after each piece of time what moved so far, so that the first picture does not
 * wait for the last. Runge and Kutta's fourth order (Kutta 1901) with the lash's closings found within a step (cubic
 * Hermite, bisection) and the step begun anew there, since the force has a kink.
 * @param speedMPerS of the vehicle, m/s
 * @param seconds to drive, up to 60
 * @param everyS time between two samples, s
 * @param pieceS yields after so much time, s
 * @throws BadInput that names what is out of its bounds
 */
export function* drive(
  car: HalfCar,
  road: Road,
  speedMPerS: number,
  seconds: number,
  everyS = 1e-3,
  pieceS = Infinity,
): Generator<Motion, Motion> {
  checkHalfCar(car);
  within('speed', speedMPerS, 0, 40, 'm/s');
  within('time between two samples', everyS, 1e-5, MOST_SECONDS, 's');
  within('time', seconds, everyS, MOST_SECONDS, 's');
  for (const b of [...road.left, ...road.right]) {
    finite('start of the bump', b.atM);
    positive('length of the bump', b.lengthM, 'm');
    within('height of the bump', b.heightM, -0.3, 0.3, 'm');
  }
  const { bodyKg, rollKgM2, trackM, wheelKg, springNPerM, damperNsPerM, tyreNPerM, barNPerM, motionRatio: mr, lashM } = car;
  const half = trackM / 2;
  // z, φ, w_L, w_R and their rates.
  const y = new Float64Array(8);
  const k = [0, 1, 2, 3].map(() => new Float64Array(8));
  const at = new Float64Array(8);

  const gapOf = (s: Float64Array): number => mr * (s[2]! - s[3]! - s[1]! * trackM);
  const gapRate = (s: Float64Array): number => mr * (s[6]! - s[7]! - s[5]! * trackM);
  // Without lash there is no gap that could close: the bar is on throughout.
  const side = (d: number): -1 | 0 | 1 => (lashM === 0 || d > lashM / 2 ? 1 : d < -lashM / 2 ? -1 : 0);
  /** Rates, with the gap open or closed to one side throughout: linear. */
  const rates = (t: number, s: Float64Array, on: -1 | 0 | 1, out: Float64Array): void => {
    const [xl, xr] = [s[2]! - s[0]! - s[1]! * half, s[3]! - s[0]! + s[1]! * half];
    const [vl, vr] = [s[6]! - s[4]! - s[5]! * half, s[7]! - s[4]! + s[5]! * half];
    const bar = on === 0 ? 0 : (mr * barNPerM * (mr * (xl - xr) - (on * lashM) / 2)) / 2;
    const fl = -springNPerM * xl - damperNsPerM * vl - bar;
    const fr = -springNPerM * xr - damperNsPerM * vr + bar;
    const way = speedMPerS * t;
    out[0] = s[4]!;
    out[1] = s[5]!;
    out[2] = s[6]!;
    out[3] = s[7]!;
    out[4] = -(fl + fr) / bodyKg;
    out[5] = ((fr - fl) * half) / rollKgM2;
    out[6] = (fl + tyreNPerM * (roadHeight(road.left, way) - s[2]!)) / wheelKg;
    out[7] = (fr + tyreNPerM * (roadHeight(road.right, way) - s[3]!)) / wheelKg;
  };
  const step = (t: number, from: Float64Array, h: number, on: -1 | 0 | 1, to: Float64Array): void => {
    rates(t, from, on, k[0]!);
    for (let j = 1; j < 4; j++) {
      const part = j === 3 ? h : h / 2;
      for (let i = 0; i < 8; i++) at[i] = from[i]! + part * k[j - 1]![i]!;
      rates(t + part, at, on, k[j]!);
    }
    for (let i = 0; i < 8; i++) to[i] = from[i]! + (h / 6) * (k[0]![i]! + 2 * k[1]![i]! + 2 * k[2]![i]! + k[3]![i]!);
  };

  const n = Math.floor(seconds / everyS + 1e-9) + 1;
  const out = Object.fromEntries(MOTIONS.map((m) => [m, new Float32Array(n)])) as Record<(typeof MOTIONS)[number], Float32Array>;
  const energy = new Float64Array(n);
  const closings: Closing[] = [];
  const write = (i: number, t: number): void => {
    const [d, way] = [gapOf(y), speedMPerS * t];
    const past = beyondLash(d, lashM);
    const [rl, rr] = [roadHeight(road.left, way), roadHeight(road.right, way)];
    const [xl, xr] = [y[2]! - y[0]! - y[1]! * half, y[3]! - y[0]! + y[1]! * half];
    out.body[i] = y[0]!;
    out.roll[i] = y[1]!;
    out.left[i] = y[2]!;
    out.right[i] = y[3]!;
    out.roadLeft[i] = rl;
    out.roadRight[i] = rr;
    out.gap[i] = d;
    out.gapRate[i] = gapRate(y);
    out.barN[i] = (barNPerM * past) / 2;
    energy[i] =
      (bodyKg * y[4]! ** 2 +
        rollKgM2 * y[5]! ** 2 +
        wheelKg * (y[6]! ** 2 + y[7]! ** 2) +
        springNPerM * (xl ** 2 + xr ** 2) +
        tyreNPerM * ((y[2]! - rl) ** 2 + (y[3]! - rr) ** 2) +
        (barNPerM * past ** 2) / 2) /
      2;
  };
  const view = (samples: number): Motion => ({
    stepS: everyS,
    ...(Object.fromEntries(MOTIONS.map((m) => [m, out[m].subarray(0, samples)])) as Record<
      (typeof MOTIONS)[number],
      Float32Array
    >),
    energy: energy.subarray(0, samples),
    closings: [...closings],
  });

  const next = new Float64Array(8);
  let facing = side(0);
  let due = pieceS;
  write(0, 0);
  for (let i = 1; i < n; i++) {
    const [from, to] = [(i - 1) * everyS, i * everyS];
    let t = from;
    while (to - t > 1e-12) {
      const h = Math.min(STEP_S, to - t);
      step(t, y, h, facing, next);
      const now = side(gapOf(next));
      if (now === facing) {
        y.set(next);
        t += h;
        continue;
      }
      // It opens, or it closes, within this step: up to there, and on from there the other way.
      const edge = ((facing === 0 ? now : facing) * lashM) / 2;
      const part = Math.max(1e-9, crossing(h, gapOf(y) - edge, gapRate(y), gapOf(next) - edge, gapRate(next)));
      step(t, y, part, facing, next);
      y.set(next);
      t += part;
      if (facing === 0) {
        closings.push({ atS: t, speedMPerS: gapRate(y) });
        facing = now;
      } else facing = 0;
    }
    write(i, to);
    if (to >= due) {
      due += pieceS;
      yield view(i + 1);
    }
  }
  return view(n);
}

/** Where a cubic through two values with their slopes is nought, from 0 to h; at h where it never is. */
function crossing(h: number, d0: number, v0: number, d1: number, v1: number): number {
  const value = (t: number): number => hermite(t / h, d0, v0 * h, d1, v1 * h);
  let [lo, hi] = [0, h];
  const below = value(hi) < 0;
  for (let i = 0; i < 40; i++) {
    const mid = (lo + hi) / 2;
    if (value(mid) < 0 === below) hi = mid;
    else lo = mid;
  }
  return hi;
}

/** All of a drive at once. Takes and throws as `drive`. */
export function driven(car: HalfCar, road: Road, speedMPerS: number, seconds: number, everyS = 1e-3): Motion {
  const run = drive(car, road, speedMPerS, seconds, everyS);
  for (let r = run.next(); ; r = run.next()) if (r.done) return r.value;
}

/** @throws BadInput for the first of its numbers that is out of its bounds */
export function checkHalfCar(c: HalfCar): void {
  within('body’s mass', c.bodyKg, 100, 5000, 'kg');
  within('roll inertia', c.rollKgM2, 10, 5000, 'kg·m²');
  within('track', c.trackM, 0.5, 3, 'm');
  within('wheel’s mass', c.wheelKg, 5, 200, 'kg');
  within('spring rate', c.springNPerM, 1000, 500_000, 'N/m');
  within('damper rate', c.damperNsPerM, 0, 50_000, 'N·s/m');
  within('tyre’s rate', c.tyreNPerM, 10_000, 2_000_000, 'N/m');
  within('bar’s stiffness', c.barNPerM, 0, 1_000_000, 'N/m');
  within('motion ratio', c.motionRatio, 0.05, 1.5, '');
  within('lash', c.lashM, 0, 0.02, 'm');
}
