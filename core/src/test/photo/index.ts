import { CARD_AT_MM, inverseOf, rotationOf, through, type Camera, type Homography, type Point, type Rgba } from '../../image';
import { mapOf, pictureOf } from '../../image/rendered';
import type { Chance, Vec3 } from '../../numeric';

const [WIDTH, HEIGHT] = [2400, 1800];
const CAMERA: Camera = { fPx: 2000, centre: [WIDTH / 2, HEIGHT / 2] };
export const SHEET = { number: 7, ruler: { mm: 100, uMm: 0.03 } };
export const LONG = 300;
/** Above the paper, mm: what an eye's face is. */
export const HIGH = 12;
export const [BORE, RIM, BAR] = [10, 15, 11] as const;

/** A photograph: the whole sheet on a bench, a link of two eyes beside it, `HIGH` above the paper. */
export function photograph(
  c: Chance,
  o: { long?: number; tilt?: number } = {},
): { picture: Rgba; eyes: readonly [Point, Point]; see: (p: Point) => Point } {
  const long = o.long ?? LONG;
  const tilt = o.tilt ?? 0.12;
  const turn: Vec3 = [c.between(-tilt, tilt), c.between(-tilt, tilt), c.between(-0.1, 0.1)];
  const middle: Point = [85, 85];
  const r = rotationOf(turn);
  // So that the middle of what is laid there is in the middle of the picture, 400 mm away.
  const off = [0, 1, 2].map((i) => r[3 * i]! * middle[0] + r[3 * i + 1]! * middle[1]);
  const at: Vec3 = [-off[0]!, -off[1]!, 400 - off[2]!];
  const cards = ([1, 2, 3, 4] as const).map((card) => {
    const [x, y] = CARD_AT_MM[card];
    const shift = [0, 1, 2].map((i) => r[3 * i]! * x + r[3 * i + 1]! * y + at[i]!) as unknown as Vec3;
    return { sheet: SHEET.number, card, pose: { turn, at: shift } };
  });
  const picture = pictureOf({ camera: CAMERA, width: WIDTH, height: HEIGHT, cards, blurPx: 1, noise: 0.01 }, c);
  // The plane of its faces: the same one moved towards the camera.
  const up: Vec3 = [at[0] - HIGH * r[2]!, at[1] - HIGH * r[5]!, at[2] - HIGH * r[8]!];
  const map: Homography = mapOf(CAMERA, { turn, at: up });
  const back = inverseOf(map);
  const eyes = [
    [85 - long / 2, 120],
    [85 + long / 2, 120],
  ] as const;
  const shade = (x: number, y: number): number | undefined => {
    for (const [ex, ey] of eyes) {
      const d = Math.hypot(x - ex, y - ey);
      if (d < BORE) return 190;
      if (d < RIM) return 45;
    }
    return Math.abs(y - 120) < BAR / 2 && x > eyes[0][0] && x < eyes[1][0] ? 45 : undefined;
  };
  const paint = ([l, t, rr, b]: readonly [number, number, number, number]) => {
    for (let j = t; j < b; j++)
      for (let i = l; i < rr; i++) {
        let [sum, n] = [0, 0];
        for (let k = 0; k < 16; k++) {
          const [u, v] = [i + ((k % 4) + 0.5) / 4, j + (Math.floor(k / 4) + ((k % 4) + 0.5) / 4) / 4];
          const [x, y] = through(back, [u, v]);
          const s = shade(x, y);
          if (s === undefined) continue;
          sum += s;
          n++;
        }
        if (!n) continue;
        const at4 = 4 * (j * WIDTH + i);
        const value = (sum + (16 - n) * picture.data[at4]!) / 16 + 2.5 * c.bell();
        picture.data[at4] = picture.data[at4 + 1] = picture.data[at4 + 2] = value;
      }
  };
  const box = (a: Point, b: Point) => {
    const corners = [a, [b[0], a[1]] as Point, b, [a[0], b[1]] as Point].map((p) => through(map, p));
    const clamp = (v: number, most: number) => Math.max(0, Math.min(most, Math.round(v)));
    return [
      clamp(Math.min(...corners.map((p) => p[0])), WIDTH),
      clamp(Math.min(...corners.map((p) => p[1])), HEIGHT),
      clamp(Math.max(...corners.map((p) => p[0])), WIDTH),
      clamp(Math.max(...corners.map((p) => p[1])), HEIGHT),
    ] as const;
  };
  paint(box([85 - long / 2 - 16, 104], [85 + long / 2 + 16, 136]));
  return { picture, eyes: eyes as unknown as [Point, Point], see: (p) => through(map, p) };
}

/** A telephone held upright before a wheel, and the sheet its cards are of. */
export const RIDE = { width: 1800, height: 2400, sheet: 5, camera: { fPx: 1950, centre: [900, 1200] as Point } } as const;
/** From a card's middle to its lower cut edge, mm. */
const EDGE = 20;

/** A photograph of a corner: one card on the hub, one over the arch, 40 mm nearer; the telephone askew by up to a degree. */
export function ridePhotograph(c: Chance, hubToArchMm: number): Rgba {
  const roll = (c.between(-1, 1) * Math.PI) / 180;
  const turn = (): Vec3 => [c.between(-0.1, 0.1), c.between(-0.15, 0.15), c.between(-0.08, 0.08)];
  const rolled = ([x, y, z]: Vec3): Vec3 => [x * Math.cos(roll) - y * Math.sin(roll), x * Math.sin(roll) + y * Math.cos(roll), z];
  const cards = [
    { sheet: RIDE.sheet, card: 1 as const, pose: { turn: turn(), at: rolled([10, 180, 700]) } },
    { sheet: RIDE.sheet, card: 2 as const, pose: { turn: turn(), at: rolled([-20, 180 - hubToArchMm - EDGE, 660]) } },
  ];
  return pictureOf({ ...RIDE, cards, blurPx: 1, noise: 0.01 }, c);
}
