import { finite, positive, within } from '../error';
import { hermite, hermiteSlope } from '../numeric';
import { CABIN_HZ, checkStriker, contactS, pushBetween, type Meetings, type Seats, type Strike, type Striker } from './strike';

/** Steps of the integrator, s: a stud's cup gives way and comes back in sixty. */
const STEP_S = 1e-5;
/** The same where nothing strikes, s; and how long after a blow the end still trembles on its seat, s. */
const [COARSE_S, SETTLED_S] = [1e-4, 8e-3] as const;
/** A contact's push is its blow's for so many times its own half period; after that it is the bar that is loaded. */
const BLOW_LASTS = 1.5;

/** The seats between two samples, as a cubic (Hermite), by the part of the way. */
class Moving {
  private u0 = 0;
  private u1 = 0;
  private d0 = 0;
  private d1 = 0;
  constructor(private readonly seats: Seats) {}
  /** From sample i − 1 to sample i. */
  take(i: number): void {
    const { gap, gapRate, stepS } = this.seats;
    [this.u0, this.u1] = [gap[i - 1]!, gap[i]!];
    [this.d0, this.d1] = [gapRate[i - 1]! * stepS, gapRate[i]! * stepS];
  }
  at(x: number): number {
    return hermite(x, this.u0, this.d0, this.u1, this.d1);
  }
  rate(x: number): number {
    return hermiteSlope(x, this.u0, this.d0, this.u1, this.d1) / this.seats.stepS;
  }
}

/** The bar's end on its way: where it is, how fast, on which seat, and what became of the energy. */
class BarEnd {
  on: -1 | 0 | 1 = 0;
  inJ: number;
  lostJ = 0;
  readonly strikes: Strike[] = [];
  /** Since it met the seat it is on, s; and the hardest push of that blow, N. */
  private since = Infinity;
  private peak = 0;
  private readonly barC: number;
  private readonly seatC: number;
  private readonly blowS: number;
  /** What a cabin hears of a blow at 1 m/s, N²·s: every blow has the same shape, so that only its speed counts. */
  private readonly heard: number;

  constructor(
    private readonly seats: Moving,
    private readonly half: number,
    private readonly s: Striker,
    private readonly stepS: number,
    public y: number,
    public v: number,
  ) {
    this.barC = 2 * s.barDamping * Math.sqrt(s.barNPerM * s.endKg);
    this.seatC = 2 * s.seatDamping * Math.sqrt(s.seatNPerM * s.endKg);
    this.blowS = BLOW_LASTS * contactS(s);
    this.heard = pushBetween(Math.sqrt(s.seatNPerM * s.endKg), contactS(s), CABIN_HZ);
    this.inJ = this.ownJ();
  }
  ownJ(): number {
    return (this.s.barNPerM * this.y ** 2 + this.s.endKg * this.v ** 2) / 2;
  }
  /** What the spring of the seat it is on holds, J. */
  pressedJ(x: number): number {
    return this.on === 0 ? 0 : (this.s.seatNPerM * Math.max(0, this.deep(x, this.y, this.on)) ** 2) / 2;
  }
  /** Quiet enough for long steps: off its seats, or long on one. */
  get settled(): boolean {
    return this.on === 0 || this.since > SETTLED_S;
  }
  /** How deep in a seat it would be, m; less than nothing off it. */
  private deep(x: number, at: number, on: number): number {
    return on * (this.seats.at(x) - at) - this.half;
  }
  private push(x: number, at: number, speed: number): number {
    if (this.on === 0) return 0;
    const depth = this.deep(x, at, this.on);
    if (depth <= 0) return 0;
    // A seat pushes and never pulls.
    return this.on * Math.max(0, this.s.seatNPerM * depth + this.seatC * this.on * (this.seats.rate(x) - speed));
  }
  private gain(x: number, at: number, speed: number): number {
    return (this.push(x, at, speed) - this.s.barNPerM * at - this.barC * speed) / this.s.endKg;
  }
  /** Where it would be after a part of the way, on the same seat or none throughout. */
  private after(x: number, dx: number): readonly [number, number] {
    const { y, v } = this;
    const dt = dx * this.stepS;
    const [k1y, k1v] = [v, this.gain(x, y, v)];
    const [k2y, k2v] = [v + (dt / 2) * k1v, this.gain(x + dx / 2, y + (dt / 2) * k1y, v + (dt / 2) * k1v)];
    const [k3y, k3v] = [v + (dt / 2) * k2v, this.gain(x + dx / 2, y + (dt / 2) * k2y, v + (dt / 2) * k2v)];
    const [k4y, k4v] = [v + dt * k3v, this.gain(x + dx, y + dt * k3y, v + dt * k3v)];
    return [y + (dt / 6) * (k1y + 2 * k2y + 2 * k3y + k4y), v + (dt / 6) * (k1v + 2 * k2v + 2 * k3v + k4v)];
  }
  private go(x: number, dx: number, [y, v] = this.after(x, dx)): void {
    const dt = dx * this.stepS;
    const [was, wasV] = [this.push(x, this.y, this.v), this.v];
    [this.y, this.v] = [y, v];
    const now = this.push(x + dx, y, v);
    const [du0, du1] = [this.seats.rate(x), this.seats.rate(x + dx)];
    // Work by the mean of both ends of a step: good to its third power. What goes into the seat is its push by how it gives.
    this.inJ += (dt * (was * du0 + now * du1)) / 2;
    this.lostJ += (dt * (this.barC * (wasV ** 2 + v ** 2) + was * (du0 - wasV) + now * (du1 - v))) / 2;
    if (this.on === 0) return;
    this.since += dt;
    if (this.since <= this.blowS) this.peak = Math.max(this.peak, Math.abs(now));
  }
  /** A long step, where nothing happens within it. @returns whether it was taken */
  long(x: number, dx: number): boolean {
    const there = this.after(x, dx);
    const quiet =
      this.on === 0
        ? this.deep(x + dx, there[0], 1) <= 0 && this.deep(x + dx, there[0], -1) <= 0
        : this.push(x + dx, ...there) !== 0;
    if (quiet) this.go(x, dx, there);
    return quiet;
  }
  /** A short one: off its seat it may meet one, on one it may be let go. @param startS when the sample before was */
  short(x: number, dx: number, startS: number): void {
    let [from, left] = [x, dx];
    if (this.on === 0) {
      const [ny] = this.after(from, left);
      const met = this.deep(from + left, ny, 1) > 0 ? 1 : this.deep(from + left, ny, -1) > 0 ? -1 : 0;
      if (met !== 0) {
        // Where within the step: the way to the seat is as good as straight.
        const [a, b] = [this.deep(from, this.y, met), this.deep(from + left, ny, met)];
        const part = a >= 0 ? 0 : a / (a - b);
        if (part > 0) this.go(from, left * part);
        [from, left] = [from + left * part, left * (1 - part)];
        this.meet(met, from, startS);
      }
    }
    if (left > 0) this.go(from, left);
    if (this.on !== 0 && this.deep(from + left, this.y, this.on) <= 0) {
      this.close();
      this.on = 0;
    }
  }
  private meet(on: -1 | 1, x: number, startS: number): void {
    const { endKg } = this.s;
    const speed = this.seats.rate(x) - this.v;
    this.close();
    [this.since, this.peak, this.on] = [0, 0, on];
    this.strikes.push({
      atS: startS + x * this.stepS,
      speedMPerS: speed,
      energyJ: (endKg * speed * speed) / 2,
      peakN: 0,
      heardN2s: this.heard * speed ** 2,
    });
  }
  /** The blow is over: how hard its hardest push was. */
  close(): void {
    const last = this.strikes.at(-1);
    if (last && this.since !== Infinity) this.strikes[this.strikes.length - 1] = { ...last, peakN: this.peak };
    this.since = Infinity;
  }
}

/**
 * Drives the bar's end between its seats and says each time it meets one. The end moves by Runge and Kutta's fourth order
 * (Kutta 1901), a meeting found within a step.
 * @param lashM between the seats, m; without any the end is never off them, and nothing strikes
 * @param from where the end is at the beginning, m, and how fast it moves, m/s; at rest and unloaded where nothing is said
 * @throws BadInput that names what is out of its bounds
 */
export function struck(seats: Seats, lashM: number, s: Striker, from: readonly [number, number] = [0, 0]): Meetings {
  checkStriker(s);
  within('lash', lashM, 0, 0.02, 'm');
  positive('time between two samples', seats.stepS, 's');
  const n = seats.gap.length;
  for (let i = 0; i < n; i++) {
    finite('gap', seats.gap[i]!);
    finite('rate of the gap', seats.gapRate[i]!);
  }
  const between = new Float32Array(n);
  if (lashM === 0) return { strikes: [], between, books: { inJ: 0, keptJ: 0, lostJ: 0 } };
  const moving = new Moving(seats);
  const end = new BarEnd(moving, lashM / 2, s, seats.stepS, ...from);
  between[0] = (seats.gap[0] ?? 0) - end.y;
  const coarse = Math.max(1, Math.round(seats.stepS / COARSE_S));
  const fine = Math.max(1, Math.round(seats.stepS / coarse / STEP_S));
  for (let i = 1; i < n; i++) {
    moving.take(i);
    for (let j = 0; j < coarse; j++) {
      const [x, dx] = [j / coarse, 1 / coarse];
      // Far from any blow it moves slowly: ten steps at once.
      if (end.settled && end.long(x, dx)) continue;
      for (let k = 0; k < fine; k++) end.short(x + (k * dx) / fine, dx / fine, (i - 1) * seats.stepS);
    }
    between[i] = seats.gap[i]! - end.y;
  }
  end.close();
  const pressedJ = n > 1 ? end.pressedJ(1) : 0;
  return { strikes: end.strikes, between, books: { inJ: end.inJ, keptJ: end.ownJ() + pressedJ, lostJ: end.lostJ - pressedJ } };
}
