import { BadInput, within } from '../error';
import { CARD_AT_MM, cornersOf, type SeenCard } from './card';
import { scaleOf, type PrintedSheet } from './film-taken';
import { homographyOf, inverseOf, through, type Homography, type Point } from './homography';
import { FOCAL_SPREAD, focalOf, poseOf, refined, rotationOf, unapplied, USUAL_FOCAL, type Camera } from './pose';

/** What a telephone's lens bends a length by in the middle of its picture, as a part of it (from memory). */
const LENS = 0.0007;
/** Cards of a sheet that was not cut stand where they were printed; farther off than this they were, px. */
const CUT_PX = 2.5;

/** The plane a photograph's cards lie in, and where the camera is over it. */
export interface PhotoPlane {
  /** From the plane (mm, y down as printed) to the picture. */
  readonly map: Homography;
  readonly back: Homography;
  /** The point of the plane straight under the camera, mm, and how far the camera is from it. */
  readonly foot: Point;
  readonly farMm: number;
  /** Standard uncertainty of that distance: the focal length is only known roughly. */
  readonly uFarMm: number;
  /** Of the print and the lens, as a part of a length. */
  readonly uScale: number;
  /** What the cards' corners scatter by, px. */
  readonly scatterPx: number;
  /** Which cards it is by; more than one where the sheet was left whole. */
  readonly cards: readonly number[];
  readonly middle: Point;
}

/** How far points are seen from where a map puts them, root mean square, px. */
function offBy(map: Homography, from: readonly Point[], seen: readonly Point[]): number {
  const sum = from.reduce((s, p, i) => {
    const [x, y] = through(map, p);
    return s + (x - seen[i]![0]) ** 2 + (y - seen[i]![1]) ** 2;
  }, 0);
  return Math.sqrt(sum / Math.max(1, 2 * from.length - 8));
}

/**
 * The plane of the cards in a photograph: of the whole sheet where it was not cut, else of the largest card.
 * @param size of the picture, px
 * @throws BadInput where no card of the sheet is seen
 */
export function planeOf(
  seen: readonly SeenCard[],
  size: { readonly width: number; readonly height: number },
  sheet: PrintedSheet,
): PhotoPlane {
  const mine = seen.filter((c) => c.sheet === sheet.number);
  if (mine.length === 0)
    throw new BadInput('card', 'is not seen: lay the sheet beside the part, in the light, and take it again');
  const { scale, u } = scaleOf(sheet);
  const printed = (c: SeenCard): Point[] =>
    cornersOf(c.card, scale).map(([x, y]) => [x + scale * CARD_AT_MM[c.card][0], y + scale * CARD_AT_MM[c.card][1]]);
  const of = (cards: readonly SeenCard[]) => {
    const [from, to] = [cards.flatMap(printed), cards.flatMap((c) => c.corners)];
    const map = homographyOf(from, to);
    return { cards, from, to, map, off: offBy(map, from, to) };
  };
  const area = (c: SeenCard) => Math.hypot(c.corners[2]![0] - c.corners[0]![0], c.corners[2]![1] - c.corners[0]![1]);
  const whole = mine.length > 1 ? of(mine) : undefined;
  const best = whole && whole.off < CUT_PX ? whole : of([mine.reduce((a, b) => (area(b) > area(a) ? b : a))]);
  const centre: Point = [size.width / 2, size.height / 2];
  const usual = Math.max(size.width, size.height) * USUAL_FOCAL;
  const said = focalOf([best.map], centre);
  // One view says something of the focal length only where it is seen well from the side.
  const known =
    said && said.spread < FOCAL_SPREAD / 2 && Math.abs(Math.log(said.fPx / usual)) < 2 * FOCAL_SPREAD ? said : undefined;
  const camera: Camera = { fPx: known?.fPx ?? usual, centre };
  const pose = refined(camera, best.from, best.to, poseOf(best.map, camera));
  const eye = unapplied(rotationOf(pose.turn), [-pose.at[0], -pose.at[1], -pose.at[2]]);
  const n = best.from.length;
  return {
    map: best.map,
    back: inverseOf(best.map),
    foot: [eye[0], eye[1]],
    farMm: Math.abs(eye[2]),
    uFarMm: Math.abs(eye[2]) * (known?.spread ?? FOCAL_SPREAD),
    uScale: Math.hypot(u, LENS),
    scatterPx: best.cards.length > 1 ? best.off : 0.08,
    cards: best.cards.map((c) => c.card),
    middle: [best.from.reduce((s, p) => s + p[0] / n, 0), best.from.reduce((s, p) => s + p[1] / n, 0)],
  };
}

/** A point of the picture on a plane so high above the cards', mm: what lies nearer to the camera appears larger. */
export function pointAt(p: PhotoPlane, seen: Point, heightMm: number): Point {
  within('height', heightMm, -200, p.farMm * 0.9, 'mm');
  const [x, y] = through(p.back, seen);
  const k = (p.farMm - heightMm) / p.farMm;
  return [p.foot[0] + k * (x - p.foot[0]), p.foot[1] + k * (y - p.foot[1])];
}
/** The way back: where a point so high above the cards is seen. */
export function seenAtHeight(p: PhotoPlane, [x, y]: Point, heightMm: number): Point {
  const k = p.farMm / (p.farMm - heightMm);
  return through(p.map, [p.foot[0] + k * (x - p.foot[0]), p.foot[1] + k * (y - p.foot[1])]);
}

/** A height above the cards and how far it may be off, standard uncertainty, mm. */
export interface Height {
  readonly mm: number;
  readonly uMm: number;
}
/** A length by a photograph. */
export interface PhotoLength {
  readonly mm: number;
  readonly uMm: number;
}

/**
 * What a length of a photograph is uncertain by (JCGM 100:2008, 5.1.2): its ends, the print and the lens, the height above the
 * cards, and how far the camera is; outside the cards their own scatter counts the more, the farther off.
 * @param endMm standard uncertainty of both ends together, mm
 * @param at the ends, mm
 */
export function lengthDoubt(p: PhotoPlane, at: readonly [Point, Point], endMm: number, height: Height): PhotoLength {
  const mm = Math.hypot(at[1][0] - at[0][0], at[1][1] - at[0][1]);
  const perMm = pixelsPerMm(p, at[0]);
  const reach = Math.max(...at.map((q) => Math.hypot(q[0] - p.middle[0], q[1] - p.middle[1])));
  // A map known by a base of this length: what it says beyond that grows with the square of how far off.
  const base = p.cards.length > 1 ? 70 : 15;
  const map = (p.scatterPx / perMm / Math.sqrt(4 * p.cards.length)) * (reach / base) ** 2;
  const high = (mm * height.uMm) / (p.farMm - height.mm);
  const far = (mm * Math.abs(height.mm) * p.uFarMm) / p.farMm / (p.farMm - height.mm);
  return { mm, uMm: Math.hypot(endMm, mm * p.uScale, map, high, far) };
}
/** How many pixels a millimetre is at a place of the plane. */
export function pixelsPerMm(p: PhotoPlane, [x, y]: Point): number {
  const [a, b, c] = [through(p.map, [x, y]), through(p.map, [x + 1, y]), through(p.map, [x, y + 1])];
  return (Math.hypot(b[0] - a[0], b[1] - a[1]) + Math.hypot(c[0] - a[0], c[1] - a[1])) / 2;
}
