import { within } from '../error';
import { chanceFrom, type Chance, type Vec3 } from '../numeric';
import type { CardName, Rgba } from './card';
import { applied, rotationOf, turned, turnOf, type Camera, type Pose } from './pose';
import { pictureOf, type StoodCard } from './rendered';

/** What a simulated camera looks at. */
export interface SimulatedFilm {
  readonly name: string;
  readonly playMm: number;
  /** How far the hand that holds it wanders, mm and degrees. */
  readonly hand: readonly [mm: number, deg: number];
  readonly blurPx: number;
  /** Standard deviation of where the joint comes to rest each time, mm. */
  readonly restMm: number;
  readonly depthMm: number;
}
const STEADY = { hand: [3, 1.5], blurPx: 0.8, restMm: 0.005, depthMm: 6 } as const;
/** The films that ship: what is in them is known, so that whoever tries the camera sees whether it finds it. */
export const SIMULATED_FILMS: readonly SimulatedFilm[] = [
  { ...STEADY, name: 'no play', playMm: 0, restMm: 0 },
  { ...STEADY, name: '0.20 mm', playMm: 0.2 },
  { ...STEADY, name: '0.80 mm', playMm: 0.8 },
  { ...STEADY, name: '0.80 mm, a shaky hand', playMm: 0.8, hand: [12, 5] },
  { ...STEADY, name: '0.80 mm, out of focus', playMm: 0.8, blurPx: 3 },
];
const [WIDTH, HEIGHT] = [1280, 720] as const;
const CAMERA: Camera = { fPx: 1080, centre: [WIDTH / 2, HEIGHT / 2] };
/** From card to card, and from the camera to them, mm. */
const [APART_MM, FAR_MM] = [62, 300] as const;
const RAD = Math.PI / 180;

/** A hand: slow sways of several lengths, one after the other never the same. */
function sway(c: Chance): (s: number) => number {
  const waves = [0.23, 0.61, 1.7].map((hz) => ({ hz, from: c.between(0, 2 * Math.PI) }));
  return (s) => waves.reduce((t, w, i) => t + Math.sin(2 * Math.PI * w.hz * s + w.from) / (i + 1.5), 0) / 1.4;
}

/** A film that is drawn picture by picture. */
export interface Simulated {
  /** @param atS when; @param pulled 0 pushed to 1 pulled */
  picture(atS: number, pulled: number): Rgba;
}

/** Cards 1 and 2 of a sheet on a link and its bracket, held by a hand, pushed and pulled. @param seed another one is another hand */
export function simulatedCamera(film: SimulatedFilm, sheet: number, seed: number): Simulated {
  within('play', film.playMm, 0, 20, 'mm');
  const c = chanceFrom(seed);
  const sways = Array.from({ length: 6 }, () => sway(c));
  const usual = [c.between(-6, 6), c.between(-6, 6), c.between(-4, 4)];
  const between: Vec3 = [0.03, -0.02, 0.05];
  // Where it came to rest, anew each time it arrives.
  let [end, off] = [-1, 0];
  return {
    picture(atS, pulled) {
      const now = pulled > 0.5 ? 1 : 0;
      if (now !== end) [end, off] = [now, film.restMm * c.bell()];
      const turn = usual.map((u, i) => (u + film.hand[1] * sways[i]!(atS)) * RAD) as unknown as Vec3;
      const shift = sways.slice(3).map((s) => film.hand[0] * s(atS)) as unknown as Vec3;
      const r = rotationOf(turn);
      const a: Pose = { turn, at: [shift[0] - APART_MM / 2, shift[1] - 4, FAR_MM + shift[2]] };
      const [x, y, z] = applied(r, [APART_MM, 4 + film.playMm * pulled + off, film.depthMm]);
      const b: Pose = {
        turn: turnOf(turned(r, rotationOf(between))),
        at: [a.at[0] + x, a.at[1] + y, a.at[2] + z],
      };
      const cards: StoodCard[] = [
        { ...({ sheet, card: 1 } satisfies CardName), pose: a },
        { ...({ sheet, card: 2 } satisfies CardName), pose: b },
      ];
      return pictureOf({ camera: CAMERA, width: WIDTH, height: HEIGHT, cards, blurPx: film.blurPx, noise: 0.015 }, c);
    },
  };
}
