import { attempt, within } from '../error';
import { barAtWork, barOf, barRate, cornersOf } from '../mechanics';
import type { Vec3 } from '../numeric';
import { fixed } from '../text';
import type { AxleSpec, PointName } from '../vehicle';
import { struck } from './bar-end';
import { drive, driven, type HalfCar, type Motion, type Road } from './half-car';
import { hardestOf, knocksOf, louderDb, USUAL_STRIKER, type Knock, type Meetings, type Strike } from './strike';

/** What is tried: all of it can be changed while it runs. */
export interface KnockTrial {
  readonly axle: AxleSpec;
  /** Lash at one link's end, mm. */
  readonly playMm: number;
  readonly bumpMm: number;
  /** How long the bump is, m. */
  readonly bumpLongM: number;
  readonly speedKmh: number;
  readonly wheels: 'left wheel' | 'both wheels';
  /** Another bar than the axle's own, mm across. */
  readonly barMm?: number | undefined;
}

/** What is usual for a front axle of a passenger car (common practice, no source): no file holds it. */
export const USUAL_BODY = {
  bodyKg: 600,
  rollKgM2: 300,
  wheelKg: 40,
  springNPerM: 25_000,
  damperNsPerM: 1800,
  tyreNPerM: 200_000,
} as const;

/** Bounds of what can be set, in the units of a trial. */
export const TRIAL_BOUNDS = {
  playMm: [0, 6],
  bumpMm: [5, 80],
  bumpLongM: [0.1, 2],
  speedKmh: [3, 60],
  barMm: [10, 40],
} as const;

/**
 * The half-car of an axle: its track, its bar by its points and thickness, its link's motion ratio; the rest is usual.
 * @param playMm lash at one end, mm
 * @throws BadInput where the axle has no bar on links, or a number is out of bounds
 */
export function halfCarOf(axle: AxleSpec, playMm: number, barMm?: number): HalfCar {
  const work = barAtWork(axle, barRate(barOf(axle, barMm)));
  return {
    ...USUAL_BODY,
    trackM: axle.trackMm / 1000,
    // Along the link, as the lash is.
    barNPerM: work.stiffnessNPerMm * 1000,
    motionRatio: Math.max(0.05, Math.abs(work.motionRatio)),
    lashM: within('play', playMm, ...TRIAL_BOUNDS.playMm, 'mm') / 1000,
  };
}

/** The wheels roll so long before the bump, s, and so long all of it is watched. */
const BEFORE_S = 0.06;
export const WATCHED_S = 0.9;
/** Time between two samples, s: ten times finer than any of it moves. */
const EVERY_S = 1e-3;
/** The first picture is worked out this far, s. */
const PIECE_S = 0.15;

/** One end of the axle as it moves: hard points by wheel travel, mm. */
export interface MovingCorner {
  /** Travels, mm up, evenly apart. */
  readonly fromMm: number;
  readonly stepMm: number;
  readonly steps: number;
  /** By this wheel's travel, then the other's: where each point stands, mm. */
  readonly points: readonly (readonly Readonly<Partial<Record<PointName, Vec3>>>[])[];
}

export interface KnockRun {
  readonly motion: Motion;
  /** Every meeting of the bar's end with its seats, as they are heard, and where it stands between them, m; there once all of it moved. */
  readonly strikes?: readonly Strike[];
  readonly knocks?: readonly Knock[];
  readonly between?: Float32Array;
  /** As they are heard with half of the play; there once all of it is. */
  readonly half?: readonly Knock[];
  readonly corner?: MovingCorner;
  readonly done: boolean;
}

/** The road of a trial. */
export function roadOf(t: KnockTrial): Road {
  const speed = t.speedKmh / 3.6;
  const bump = {
    atM: BEFORE_S * speed,
    lengthM: within('length of the bump', t.bumpLongM, ...TRIAL_BOUNDS.bumpLongM, 'm'),
    heightM: within('height of the bump', t.bumpMm, ...TRIAL_BOUNDS.bumpMm, 'mm') / 1000,
  };
  return { left: [bump], right: t.wheels === 'both wheels' ? [bump] : [] };
}

/**
 * A trial in pieces: first what moves in its first moments, then all of it, then how the axle's points move, then half
 * the play.
 * @throws BadInput naming what is out of bounds
 */
export function* knockTrial(t: KnockTrial): Generator<KnockRun | undefined, KnockRun> {
  const car = halfCarOf(t.axle, t.playMm, t.barMm);
  const speed = within('speed', t.speedKmh, ...TRIAL_BOUNDS.speedKmh, 'km/h') / 3.6;
  const road = roadOf(t);
  const run = drive(car, road, speed, WATCHED_S, EVERY_S, PIECE_S);
  let motion: Motion;
  for (;;) {
    const piece = run.next();
    motion = piece.value;
    if (piece.done) break;
    yield { motion: copied(motion), done: false };
  }
  motion = copied(motion);
  yield { motion, done: false };
  const { strikes, between } = meetings(car, motion);
  const all = { motion, strikes, between, knocks: knocksOf(strikes) };
  yield { ...all, done: false };
  const corner = yield* movingCorner(t.axle);
  yield { ...all, corner, done: false };
  const less = { ...car, lashM: car.lashM / 2 };
  const half = t.playMm > 0 ? knocksOf(meetings(less, driven(less, road, speed, WATCHED_S, EVERY_S)).strikes) : [];
  return { ...all, corner, half, done: true };
}

/** What strikes while a half-car moves: the lash is in one link, so that the bar's other end is held by its own. */
export const meetings = (car: HalfCar, motion: Motion): Meetings =>
  struck(motion, car.lashM, { ...USUAL_STRIKER, barNPerM: car.barNPerM / 2 });

/** Views of one long array cross to another thread with all of it: what is sent is cut to its size. */
function copied(m: Motion): Motion {
  const cut = (x: Float32Array): Float32Array => x.slice();
  return {
    ...m,
    body: cut(m.body),
    roll: cut(m.roll),
    left: cut(m.left),
    right: cut(m.right),
    roadLeft: cut(m.roadLeft),
    roadRight: cut(m.roadRight),
    gap: cut(m.gap),
    gapRate: cut(m.gapRate),
    barN: cut(m.barN),
    energy: m.energy.slice(),
  };
}

/** Travels that are worked out; between them a point stands in proportion. */
const TRAVEL = { fromMm: -64, stepMm: 16, steps: 9 } as const;

function* movingCorner(axle: AxleSpec): Generator<undefined, MovingCorner> {
  const at = cornersOf(axle);
  const rest = Object.fromEntries(Object.entries(axle.points).flatMap(([name, p]) => (p ? [[name, p.at]] : []))) as Partial<
    Record<PointName, Vec3>
  >;
  const points: Partial<Record<PointName, Vec3>>[][] = [];
  for (let i = 0; i < TRAVEL.steps; i++) {
    const row: Partial<Record<PointName, Vec3>>[] = [];
    for (let j = 0; j < TRAVEL.steps; j++) {
      const [mine, other] = [TRAVEL.fromMm + i * TRAVEL.stepMm, TRAVEL.fromMm + j * TRAVEL.stepMm];
      row.push({ ...rest, ...reached(at, mine, other) });
    }
    yield undefined;
    points.push(row);
  }
  return { ...TRAVEL, points };
}

/** Where the suspension cannot go so far it stands still at as far as it can. */
function reached(at: ReturnType<typeof cornersOf>, mine: number, other: number): Partial<Record<PointName, Vec3>> {
  for (let part = 1; part > 0; part -= 0.25) {
    const there = attempt(() => at(mine * part, other * part).points);
    if (there.ok) return there.value;
  }
  return {};
}

/** Where a corner's points stand at travels between those worked out, mm. */
export function cornerPoints(c: MovingCorner, travelMm: number, otherMm: number): Readonly<Partial<Record<PointName, Vec3>>> {
  const place = (mm: number): [number, number] => {
    const x = Math.min(c.steps - 1.000001, Math.max(0, (mm - c.fromMm) / c.stepMm));
    return [Math.floor(x), x - Math.floor(x)];
  };
  const [[i, u], [j, v]] = [place(travelMm), place(otherMm)];
  const [a, b, d, e] = [c.points[i]![j]!, c.points[i + 1]![j]!, c.points[i]![j + 1]!, c.points[i + 1]![j + 1]!];
  const out: Partial<Record<PointName, Vec3>> = {};
  for (const name of Object.keys(a) as PointName[]) {
    const [p, q, r, s] = [a[name]!, b[name]!, d[name]!, e[name]!];
    const mix = (k: 0 | 1 | 2): number => (1 - v) * ((1 - u) * p[k] + u * q[k]) + v * ((1 - u) * r[k] + u * s[k]);
    out[name] = [mix(0), mix(1), mix(2)];
  }
  return out;
}

/** "84 mJ", "1.9 kN". */
const sayEnergy = (joule: number): string =>
  joule < 0.9995 ? `${fixed(joule * 1000, joule < 0.00995 ? 1 : 0)} mJ` : `${fixed(joule, 2)} J`;
const sayPush = (newton: number): string => (newton < 995 ? `${fixed(newton, 0)} N` : `${fixed(newton / 1000, 1)} kN`);
/** How hard a blow is, as it is said. */
const sayKnock = (k: Strike): string => `${sayEnergy(k.energyJ)}, a push of ${sayPush(k.peakN)}`;

/** What a trial shows, in sentences: the first is the finding. */
export function sayTrial(t: KnockTrial, run: KnockRun): string[] {
  if (t.wheels === 'both wheels')
    return [
      'Both wheels rise alike: the bar turns in its bushings, its ends never part, and nothing strikes.',
      'That is why a noise that is gone when both wheels rise together points at the bar, its links and its bushings.',
    ];
  if (t.playMm === 0) return ['No play: the bar is loaded at once, nothing parts, nothing knocks.'];
  const knocks = run.knocks ?? [];
  const most = hardestOf(knocks);
  if (!most) return ['The ends never part as far as the play: it stays quiet over this bump.'];
  const times = knocks.length === 1 ? 'once' : knocks.length === 2 ? 'twice' : `${knocks.length} times`;
  const said = [`It knocks ${times}, the hardest with ${sayKnock(most)}.`];
  if (!run.half) return said;
  const less = hardestOf(run.half);
  if (!less) return [...said, 'With half the play it would not strike at all.'];
  const [sooner, softer] = [(most.atS - less.atS) * 1000, louderDb(most, less)];
  said.push(
    `With half the play the bar’s end meets its seat ${fixed(Math.abs(sooner), 1)} ms ${sooner < 0 ? 'later' : 'sooner'} and ${fixed(Math.abs(softer), 0)} dB ${softer < 0 ? 'louder' : 'softer'}, with ${sayEnergy(less.energyJ)}.`,
  );
  return said;
}
