import { finite, positive, within } from '../error';

/**
 * What strikes in a link with lash (compute.md, "What strikes"): the bar's end with its share of the link, a body of its own
 * on the bar's spring, between two seats that move with the rest of the corner, which is so heavy that it is not held up.
 */
export interface Striker {
  /** The bar's end with its share of the link, kg. */
  readonly endKg: number;
  /** What the bar pushes its end back with, N/m; the other end is held. */
  readonly barNPerM: number;
  /** How the bar's end is damped, as a part of critical damping. */
  readonly barDamping: number;
  /** A seat, N/m, and how it is damped, as a part of critical damping of the end on it. */
  readonly seatNPerM: number;
  readonly seatDamping: number;
}
/**
 * A bar's end with half a link, 1 kg (common practice, no source). The rest are estimates of ours, with no source: a seat so
 * stiff that the end stays on it as long as a stud in its cup does in `sound/like` (0.6 ms), of which about half the speed
 * comes back, and a bar that rings a little.
 */
export const USUAL_STRIKER = { endKg: 1, barDamping: 0.03, seatNPerM: 2.7e7, seatDamping: 0.2 } as const;

/** How far the seats stand from where the bar is unloaded, and how fast they move, at even times. */
export interface Seats {
  readonly stepS: number;
  /** m. */
  readonly gap: ArrayLike<number>;
  /** m/s. */
  readonly gapRate: ArrayLike<number>;
}

/** The bar's end meets a seat. */
export interface Strike {
  readonly atS: number;
  /** How fast they meet, m/s; above nothing where the seat comes from below. */
  readonly speedMPerS: number;
  /** What is in the blow, J: half the end's mass, times the speed squared. */
  readonly energyJ: number;
  /** The hardest push of it, N. */
  readonly peakN: number;
  /** Its push in the frequencies a cabin hears, N²·s. */
  readonly heardN2s: number;
}

/** Where the energy went, J: what the seats put in, what is still in bar and end, what damping took. */
export interface StrikeBooks {
  readonly inJ: number;
  readonly keptJ: number;
  readonly lostJ: number;
}
export interface Meetings {
  readonly strikes: readonly Strike[];
  /** Where the end stands between its seats at each sample, m: half the lash to either side, where it is on one. */
  readonly between: Float32Array;
  readonly books: StrikeBooks;
}

/** What comes through a body into a cabin as noise, Hz (from memory). */
export const CABIN_HZ = [100, 2000] as const;

/** How long the end stays on a seat it strikes, s: half a period of the end on the seat's spring. */
export const contactS = (s: Pick<Striker, 'endKg' | 'seatNPerM'>): number => Math.PI * Math.sqrt(s.endKg / s.seatNPerM);

/**
 * The energy of a half-sine push between two frequencies, N²·s, twice the integral of its squared spectrum
 * |F(f)| = P (2T/π) |cos πfT| / |1 − (2fT)²| (e.g. Harris, Shock and Vibration Handbook: half-sine pulse).
 * @param peakN hardest push, N
 * @param longS how long it lasts, s
 */
export function pushBetween(peakN: number, longS: number, [from, to]: readonly [number, number]): number {
  positive('length of the push', longS, 's');
  finite('hardest push', peakN);
  finite('lower frequency', from);
  finite('upper frequency', to);
  const n = 400;
  const h = (to - from) / n;
  let sum = 0;
  for (let i = 0; i <= n; i++) {
    const x = (from + i * h) * longS;
    // At x = 1/2 both are nought: the limit is π/4.
    const shape = Math.abs(2 * x - 1) < 1e-6 ? Math.PI / 4 : Math.cos(Math.PI * x) / (1 - 4 * x * x);
    sum += (i === 0 || i === n ? 1 : i % 2 ? 4 : 2) * shape ** 2;
  }
  return 2 * ((2 * longS * peakN) / Math.PI) ** 2 * ((sum * h) / 3);
}

/** @throws BadInput for the first of its numbers that is out of its bounds */
export function checkStriker(s: Striker): void {
  within('mass of the bar’s end', s.endKg, 0.05, 20, 'kg');
  within('bar’s stiffness', s.barNPerM, 0, 1_000_000, 'N/m');
  within('damping of the bar', s.barDamping, 0, 1);
  within('stiffness of the seat', s.seatNPerM, 100_000, 100_000_000, 'N/m');
  within('damping of the seat', s.seatDamping, 0, 1);
}

/** Blows nearer to each other than this are heard as one, s; and one so much weaker than the hardest is not heard beside it (from memory). */
const [AS_ONE_S, UNHEARD] = [0.02, 1e-3] as const;

/** A blow as it is heard: the hardest meeting of a stud that bounces, with what all of them push. */
export interface Knock extends Strike {
  /** How often it met its seats in it. */
  readonly meetings: number;
}
/** Meetings put together as they are heard; those nobody hears beside the hardest are left out. */
export function knocksOf(strikes: readonly Strike[]): Knock[] {
  const groups: Strike[][] = [];
  for (const s of strikes) {
    const last = groups.at(-1);
    if (last && s.atS - last[0]!.atS < AS_ONE_S) last.push(s);
    else groups.push([s]);
  }
  const knocks = groups.map((g) => ({
    ...g.reduce((a, b) => (b.energyJ > a.energyJ ? b : a)),
    heardN2s: g.reduce((sum, x) => sum + x.heardN2s, 0),
    meetings: g.length,
  }));
  const most = Math.max(0, ...knocks.map((x) => x.heardN2s));
  return knocks.filter((x) => x.heardN2s > UNHEARD * most);
}
/** The hardest of them, if there is any. */
export const hardestOf = (knocks: readonly Knock[]): Knock | undefined =>
  knocks.reduce<Knock | undefined>((a, b) => (a && a.energyJ >= b.energyJ ? a : b), undefined);
/** How much louder one push is than another, dB. */
export const louderDb = (a: Pick<Strike, 'heardN2s'>, b: Pick<Strike, 'heardN2s'>): number =>
  10 * Math.log10(a.heardN2s / b.heardN2s);
