import { positive, within } from '../error';
import { chanceFrom, type Chance } from '../numeric';
import { CARD_CELLS, CARD_MARGIN_MM, CARD_SIDES_MM, cellsOf, type CardName, type Rgba } from './card';
import { inverseOf, through, type Homography, type Point } from './homography';
import { rotationOf, seenAt, applied, type Camera, type Pose } from './pose';

/** A card that stands before the camera. */
export interface StoodCard extends CardName {
  readonly pose: Pose;
  /** How far its middle stands out over its left and right edges, mm: a card that is bent like a piece of pipe. */
  readonly bowMm?: number;
}
/** A picture that is to be drawn. */
export interface Scene {
  readonly camera: Camera;
  readonly width: number;
  readonly height: number;
  readonly cards: readonly StoodCard[];
  /** Out of focus or moved, standard deviation, px. */
  readonly blurPx: number;
  /** Of each pixel, a part of all there is from black to white. */
  readonly noise: number;
  /** How bright white paper is, 0 to 255. */
  readonly white?: number;
  /** A lamp that shines back: where, and how far it reaches, px. */
  readonly glare?: { readonly at: Point; readonly reachPx: number };
}

const [BLACK, WHITE] = [34, 222];
/**
 * Points a pixel is drawn by: no two in one row or column, so that an edge along the rows is drawn as finely as any (on a grid
 * of three by three it would jump by a third of a pixel).
 */
const POINTS: readonly (readonly [number, number])[] = [4, 7, 1, 5, 8, 2, 6, 0, 3].map((y, x) => [(x + 0.5) / 9, (y + 0.5) / 9]);
const GRAINS = 1 << 16;
let grains: Float32Array | undefined;
/** Noise is drawn once and taken from another place each time: a bell for every pixel would take longer than all else. */
function grainsOf(c: Chance): Float32Array {
  return (grains ??= Float32Array.from({ length: GRAINS }, () => c.bell()));
}

/** From a card's plane (mm, about its middle) to the picture. */
export function mapOf(c: Camera, p: Pose): Homography {
  const r = rotationOf(p.turn);
  const [u, v] = c.centre;
  const row = (i: number, f: number, m: number) => [
    f * r[3 * i]! + m * r[6]!,
    f * r[3 * i + 1]! + m * r[7]!,
    f * p.at[i]! + m * p.at[2],
  ];
  const h = [...row(0, c.fPx, u), ...row(1, c.fPx, v), r[6]!, r[7]!, p.at[2]];
  return h.map((x) => x / h[8]!);
}

/** Steel behind the cards: a bar lying, a link standing, no more than that the eye has something to hold on to. */
function steel(width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const [x, y] = [i / width, j / height];
      const bar = Math.abs(y - 0.62) < 0.12 ? 26 * (1 - Math.abs(y - 0.6) / 0.14) : 0;
      const link = Math.abs(x - 0.42) < 0.06 ? 34 * (1 - Math.abs(x - 0.41) / 0.07) : 0;
      out[j * width + i] = 74 + 22 * (1 - y) + Math.max(bar, link);
    }
  return out;
}
let behind: { readonly of: string; readonly grey: Float32Array } | undefined;

/** Where on a bent card the ray is that meets its plane at a point: the camera sees what stands out nearer to itself. */
function bent({ pose, bowMm = 0 }: StoodCard, half: number): (x: number, y: number) => Point {
  if (!bowMm) return (x, y) => [x, y];
  const r = rotationOf(pose.turn);
  const eye = [0, 1, 2].map((i) => -(r[i]! * pose.at[0] + r[3 + i]! * pose.at[1] + r[6 + i]! * pose.at[2]));
  return (x, y) => {
    let [u, v] = [x, y];
    for (let k = 0; k < 6; k++) {
      // Before the card's plane is where the camera is.
      const out = (bowMm * Math.max(0, 1 - (u / half) ** 2)) / Math.abs(eye[2]!);
      [u, v] = [x + (eye[0]! - x) * out, y + (eye[1]! - y) * out];
    }
    return [u, v];
  };
}

/** Light of a lamp that the paper throws back, over what is there. */
function shine(out: Float32Array, s: Scene, { at, reachPx }: NonNullable<Scene['glare']>): void {
  for (let j = 0; j < s.height; j++)
    for (let i = 0; i < s.width; i++) {
      const d = Math.hypot(i - at[0], j - at[1]) / reachPx;
      if (d < 2.5) out[j * s.width + i] = Math.min(255, out[j * s.width + i]! + 260 * Math.exp(-(d ** 4)));
    }
}

/** Draws one card into a picture. @returns what it covers: left, top, right, bottom */
function put(out: Float32Array, s: Scene, card: StoodCard): readonly [number, number, number, number] {
  const map = mapOf(s.camera, card.pose);
  const back = inverseOf(map);
  const half = CARD_SIDES_MM[card.card] / 2;
  const flat = bent(card, half);
  const paper = half + CARD_MARGIN_MM;
  const corners = [
    [-paper, -paper],
    [paper, -paper],
    [paper, paper],
    [-paper, paper],
  ].map((p) => through(map, p as unknown as Point));
  const clamp = (v: number, most: number) => Math.max(0, Math.min(most, v));
  const span = (k: 0 | 1, most: number) =>
    [
      clamp(Math.floor(Math.min(...corners.map((p) => p[k]))), most),
      clamp(Math.ceil(Math.max(...corners.map((p) => p[k]))), most),
    ] as const;
  const [[left, right], [top, bottom]] = [span(0, s.width), span(1, s.height)];
  const cells = cellsOf(card);
  const cell = (2 * half) / CARD_CELLS;
  const white = s.white ?? WHITE;
  const n = POINTS.length;
  for (let j = top; j < bottom; j++)
    for (let i = left; i < right; i++) {
      let [sum, covered] = [0, 0];
      for (let k = 0; k < n; k++) {
        const u = i + POINTS[k]![0];
        const v = j + POINTS[k]![1];
        const w = back[6]! * u + back[7]! * v + back[8]!;
        const [x, y] = flat((back[0]! * u + back[1]! * v + back[2]!) / w, (back[3]! * u + back[4]! * v + back[5]!) / w);
        if (Math.abs(x) > paper || Math.abs(y) > paper) continue;
        covered++;
        const black =
          Math.abs(x) < half &&
          Math.abs(y) < half &&
          !cells[Math.floor((y + half) / cell) * CARD_CELLS + Math.floor((x + half) / cell)];
        sum += black ? (BLACK * white) / WHITE : white;
      }
      if (covered) out[j * s.width + i] = (out[j * s.width + i]! * (n - covered) + sum) / n;
    }
  return [left, top, right, bottom];
}

/** Blurs a part of a picture, first across, then down. */
function blur(out: Float32Array, s: Scene, [l, t, r, b]: readonly [number, number, number, number]): void {
  const reach = Math.ceil(3 * s.blurPx);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * s.blurPx ** 2)));
  const total = kernel.reduce((x, k) => x + k, 0);
  const [left, top] = [Math.max(0, l - reach), Math.max(0, t - reach)];
  const [right, bottom] = [Math.min(s.width, r + reach), Math.min(s.height, b + reach)];
  const way = (length: number, at: (i: number) => number) => {
    const line = Float32Array.from({ length }, (_, i) => out[at(i)]!);
    for (let i = 0; i < length; i++) {
      let sum = 0;
      for (let k = -reach; k <= reach; k++) sum += kernel[k + reach]! * line[Math.max(0, Math.min(length - 1, i + k))]!;
      out[at(i)] = sum / total;
    }
  };
  for (let j = top; j < bottom; j++) way(right - left, (i) => j * s.width + left + i);
  for (let i = left; i < right; i++) way(bottom - top, (j) => (top + j) * s.width + i);
}

/**
 * A picture of cards before a camera, as a stand-in's lens would have it: perspective, blur, noise, 8 bits. Where it is
 * asked for, glare and a card that is bent. Not in it: the lens's distortion, a shutter that runs down the picture.
 * @throws BadInput for a card behind the camera or a picture that is none
 */
export function pictureOf(s: Scene, c: Chance = chanceFrom(1)): Rgba {
  within('width', s.width, 16, 8192);
  within('height', s.height, 16, 8192);
  within('blur', s.blurPx, 0, 50, 'px');
  within('noise', s.noise, 0, 1);
  const of = `${s.width}×${s.height}`;
  if (behind?.of !== of) behind = { of, grey: steel(s.width, s.height) };
  const grey = Float32Array.from(behind.grey);
  for (const card of s.cards) {
    positive('distance of the card', card.pose.at[2], 'mm');
    const box = put(grey, s, card);
    if (s.blurPx > 0.05) blur(grey, s, box);
  }
  if (s.glare) shine(grey, s, s.glare);
  const table = grainsOf(c);
  const from = Math.floor(c.between(0, GRAINS));
  const data = new Uint8ClampedArray(4 * grey.length);
  for (let i = 0; i < grey.length; i++) {
    const v = grey[i]! + 255 * s.noise * table[(i * 40_503 + from) & (GRAINS - 1)]!;
    data[4 * i] = data[4 * i + 1] = data[4 * i + 2] = v;
    data[4 * i + 3] = 255;
  }
  return { width: s.width, height: s.height, data };
}

/** Where a point of a card is seen. */
export function seenOn(c: Camera, p: Pose, [x, y]: Point): Point {
  const [a, b, z] = applied(rotationOf(p.turn), [x, y, 0]);
  return seenAt(c, [a + p.at[0], b + p.at[1], z + p.at[2]]);
}
