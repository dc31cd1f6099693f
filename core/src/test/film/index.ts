import { decode, encode } from 'jpeg-js';
import { rotationOf, type FilmFrame, type Grey, type Point, type Rgba, type TwoCards } from '../../image';
import type { Chance, Vec3 } from '../../numeric';

const square = (mm: number): Point[] => [
  [-mm / 2, -mm / 2],
  [mm / 2, -mm / 2],
  [mm / 2, mm / 2],
  [-mm / 2, mm / 2],
];
export const CARDS: TwoCards = { a: square(30), b: square(30) };
export const FILM_CENTRE: Point = [640, 360];
const RAD = Math.PI / 180;

/**
 * A picture as a telephone writes it: through JPEG (jpeg-js, baseline, ITU-T T.81) and back.
 * @param quality 1 to 100
 * @param rows from which row to which: a part of whole blocks comes out as it would of all, and sooner
 */
export function throughJpeg(p: Rgba, quality: number, rows: readonly [number, number] = [0, p.height]): Rgba {
  const [from, to] = rows.map((row) => 4 * p.width * 16 * Math.round(row / 16)) as [number, number];
  const part = p.data.slice(from, to);
  const picture = { width: p.width, height: part.length / 4 / p.width, data: part };
  const data = p.data.slice();
  data.set(decode(encode(picture, quality).data, { useTArray: true }).data, from);
  return { ...p, data };
}

export interface Filmed {
  readonly fPx?: number;
  readonly depthMm?: number;
  /** Hand-held: how far it wanders, mm and degrees. */
  readonly hand?: readonly [mm: number, deg: number];
  readonly turn?: Vec3;
  readonly noisePx?: number;
}

const by = (r: readonly number[], [x, y, z]: Vec3): Vec3 => [
  r[0]! * x + r[1]! * y + r[2]! * z,
  r[3]! * x + r[4]! * y + r[5]! * z,
  r[6]! * x + r[7]! * y + r[8]! * z,
];

/**
 * A film by an exact pinhole: corners as they would be seen, with noise; 300 mm away, 60 mm from card to card.
 * @param moved how far B is off in y, picture by picture, mm
 */
export function filmed(c: Chance, moved: readonly number[], o: Filmed = {}): FilmFrame[] {
  const { fPx = 1500, depthMm = 0, hand = [0, 0], turn = [0, 0, 0], noisePx = 0.05 } = o;
  const rb = rotationOf(turn);
  const usual = Array.from({ length: 3 }, () => c.between(-8, 8) * RAD);
  const wander = (size: number) => size * c.between(-1, 1);
  return moved.map((dy) => {
    const r = rotationOf(usual.map((v) => v + wander(hand[1]) * RAD) as unknown as Vec3);
    const at: Vec3 = [-30 + wander(hand[0]), wander(hand[0]), 300 + wander(hand[0])];
    const see = (p: Vec3): Point => {
      const [x, y, z] = by(r, p);
      const w = z + at[2];
      return [
        FILM_CENTRE[0] + (fPx * (x + at[0])) / w + noisePx * c.bell(),
        FILM_CENTRE[1] + (fPx * (y + at[1])) / w + noisePx * c.bell(),
      ];
    };
    return {
      a: CARDS.a.map(([x, y]) => see([x, y, 0])),
      b: CARDS.b.map(([x, y]) => {
        const p = by(rb, [x, y, 0]);
        return see([p[0] + 60, p[1] + dy, p[2] + depthMm]);
      }),
    };
  });
}

/** Pushed and pulled in turn, the hand on its way between. @param each pictures of a rest */
export const pushes = (playMm: number, rests: number, each = 12, way = 3): number[] =>
  Array.from({ length: rests }, (_, k) => {
    const [from, to] = k % 2 ? [playMm, 0] : [0, playMm];
    const going = k + 1 < rests ? Array.from({ length: way }, (__, i) => from + ((to - from) * (i + 1)) / (way + 1)) : [];
    return [...Array.from({ length: each }, () => from), ...going];
  }).flat();

/** A card as a camera draws it: black on white, through four by four points a pixel, blurred, with noise, in 8 bits. */
export function drawn(
  c: Chance,
  corners: readonly Point[],
  o: {
    readonly width: number;
    readonly height: number;
    readonly blurPx: number;
    readonly noise: number;
    readonly bendPx?: number;
  },
): Grey {
  const { width, height, blurPx, noise, bendPx = 0 } = o;
  const inside = (x: number, y: number) =>
    corners.every(([px, py], i) => {
      const [qx, qy] = corners[(i + 1) % 4]!;
      const length = Math.hypot(qx - px, qy - py);
      const along = ((x - px) * (qx - px) + (y - py) * (qy - py)) / length ** 2;
      // A card that bends has its edges bowed.
      const bow = 4 * bendPx * along * (1 - along);
      return ((qx - px) * (y - py) - (qy - py) * (x - px)) / length >= bow;
    });
  const sharp = new Float64Array(width * height);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      let black = 0;
      for (let k = 0; k < 16; k++) if (inside(i + ((k % 4) + 0.5) / 4, j + (Math.floor(k / 4) + 0.5) / 4)) black++;
      sharp[j * width + i] = 225 - (190 * black) / 16;
    }
  const reach = Math.ceil(3 * blurPx);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * blurPx ** 2 || 1)));
  const total = kernel.reduce((s, k) => s + k, 0);
  const clamp = (v: number, most: number) => Math.max(0, Math.min(most, v));
  const across = (from: Float64Array, dx: number, dy: number) =>
    from.map((_, at) => {
      const [i, j] = [at % width, Math.floor(at / width)];
      return kernel.reduce(
        (s, k, n) =>
          s + (k / total) * from[clamp(j + dy * (n - reach), height - 1) * width + clamp(i + dx * (n - reach), width - 1)]!,
        0,
      );
    });
  const soft = blurPx > 0 ? across(across(sharp, 1, 0), 0, 1) : sharp;
  return { width, height, data: Uint8ClampedArray.from(soft, (v) => v + 255 * noise * c.bell()) };
}
