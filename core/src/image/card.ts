// Whoever compiles this room, the page and its worker too, needs the types it brings along.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./js-aruco2.d.ts" />
import aruco from 'js-aruco2/src/aruco.js';
import { within } from '../error';
import { squareIn, type Grey, type Square } from './edge';
import type { Point } from './homography';

/** Cards of a sheet, by their numbers, with the side of the black square on each, mm: the small ones where there is little room. */
export const CARD_SIDES_MM = { 1: 30, 2: 30, 3: 20, 4: 20 } as const;
export type CardNumber = keyof typeof CARD_SIDES_MM;
export const CARD_NUMBERS: readonly CardNumber[] = [1, 2, 3, 4];
/** Where the middle of each is printed on the sheet, mm from the top left of what is drawn, y down. */
export const CARD_AT_MM: Readonly<Record<CardNumber, Point>> = { 1: [30, 30], 2: [90, 30], 3: [142, 22], 4: [142, 62] };
/** White all round the square: without it no edge is seen. */
export const CARD_MARGIN_MM = 5;
/** The line that is printed beside them and measured with the caliper. */
export const RULER_MM = 100;

const DICTIONARY = 'ARUCO_MIP_36h12';
/** So many cells misread are put right; its codes are twelve apart and more. */
const MOST_MISREAD = 4;
const CODES = new aruco.AR.Dictionary(DICTIONARY).codeList;
/** Cells of a code along one side, with the black ones round it. */
export const CARD_CELLS = 8;
/** Each sheet has a code of its own on each card. */
export const MOST_SHEETS = Math.floor(CODES.length / CARD_NUMBERS.length);

/** Which card a square is. */
export interface CardName {
  readonly sheet: number;
  readonly card: CardNumber;
}
export const codeOf = ({ sheet, card }: CardName): number =>
  CARD_NUMBERS.length * (within('number of the sheet', sheet, 1, MOST_SHEETS) - 1) + card - 1;
export const cardOf = (code: number): CardName => ({
  sheet: Math.floor(code / CARD_NUMBERS.length) + 1,
  card: CARD_NUMBERS[code % CARD_NUMBERS.length]!,
});

/** The cells of a card, row by row from the top left: true is white. */
export function cellsOf(name: CardName): readonly boolean[] {
  const code = CODES[codeOf(name)]!;
  const inner = CARD_CELLS - 2;
  return Array.from({ length: CARD_CELLS * CARD_CELLS }, (_, i) => {
    const [x, y] = [(i % CARD_CELLS) - 1, Math.floor(i / CARD_CELLS) - 1];
    return x >= 0 && y >= 0 && x < inner && y < inner && code[y * inner + x] === '1';
  });
}

/**
 * The corners of a card's square about its own middle, in the order they are found in: clockwise from the top left, y down.
 * @param scale what the print is of what was meant: by its ruler
 */
export function cornersOf(card: CardNumber, scale = 1): Point[] {
  const h = (CARD_SIDES_MM[card] * within('scale of the print', scale, 0.5, 2)) / 2;
  return [
    [-h, -h],
    [h, -h],
    [h, h],
    [-h, h],
  ];
}

/** A card that is seen in a picture. */
export interface SeenCard extends CardName, Square {}

/** A picture as a browser gives it: red, green, blue and how opaque, a byte each. */
export interface Rgba {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** Grey as the eye weighs colours (ITU-R BT.601). */
export function greyOf({ width, height, data }: Rgba): Grey {
  const out = new Uint8ClampedArray(width * height);
  for (let i = 0, k = 0; i < out.length; i++, k += 4) out[i] = 0.299 * data[k]! + 0.587 * data[k + 1]! + 0.114 * data[k + 2]!;
  return { width, height, data: out };
}

/** Found twice, by the outline and by what is inside it: refined it is one square. */
function sameSquare(a: SeenCard, b: SeenCard): boolean {
  const [p, q] = [a.corners[0]!, b.corners[0]!];
  return codeOf(a) === codeOf(b) && Math.hypot(p[0] - q[0], p[1] - q[1]) < 5;
}

let detector: InstanceType<typeof aruco.AR.Detector> | undefined;

/** A picture half as wide and high, by fours; grey in all its colours. */
function halfOf({ width, height, data }: Grey): Rgba {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Uint8ClampedArray(4 * w * h);
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const from = 2 * j * width + 2 * i;
      const k = 4 * (j * w + i);
      out[k] = out[k + 1] = out[k + 2] = (data[from]! + data[from + 1]! + data[from + width]! + data[from + width + 1]!) / 4;
      out[k + 3] = 255;
    }
  return { width: w, height: h, data: out };
}

/**
 * The cards in a picture: found and read by js-aruco2, their corners by `squareIn`. In the order of their numbers.
 * @param how 'quick' finds them at half the size, four times as fast, and looks again where that shows fewer than two; corners
 *   are found at the full size either way
 */
export function cardsIn(picture: Rgba, how: 'quick' | 'closely' = 'closely'): SeenCard[] {
  const grey = greyOf(picture);
  if (how === 'quick') {
    const found = foundIn(halfOf(grey), 2, grey);
    if (found.length >= 2) return found;
  }
  return foundIn(picture, 1, grey);
}

/** @param by how many pixels of the grey picture one of the small one is */
function foundIn(small: Rgba, by: number, grey: Grey): SeenCard[] {
  detector ??= new aruco.AR.Detector({ dictionaryName: DICTIONARY, maxHammingDistance: MOST_MISREAD });
  return detector
    .detectImage(small.width, small.height, small.data)
    .filter((m) => m.id < MOST_SHEETS * CARD_NUMBERS.length)
    .flatMap((m): SeenCard[] => {
      // It says pixels by their number: the middle of the first is at a half.
      const about = m.corners.map(({ x, y }): Point => [by * (x + 0.5), by * (y + 0.5)]);
      const square = squareIn(grey, about);
      return square ? [{ ...cardOf(m.id), ...square }] : [];
    })
    .filter((c, i, all) => !all.slice(0, i).some((d) => sameSquare(c, d)))
    .sort((a, b) => codeOf(a) - codeOf(b));
}
