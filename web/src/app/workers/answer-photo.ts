import { attempt } from '@ash-knot/core';
import {
  acrossCircle,
  betweenCircles,
  betweenEdges,
  cardsIn,
  circleAt,
  edgeAt,
  greyOf,
  planeOf,
  rideHeight,
  type Grey,
  type PhotoPlane,
  type Point,
  type PrintedSheet,
  type Rgba,
  type SeenCard,
} from '@ash-knot/core/image';
import type { FilmAsks, LookedPhoto, PhotoSize, RideHeight } from './film-work';

let photo: { readonly grey: Grey; readonly plane: PhotoPlane } | undefined;

/** The sheet most of the cards are of, as it was printed. */
function sheetOf(seen: readonly SeenCard[], sheets: readonly PrintedSheet[]): PrintedSheet | undefined {
  const count = (n: number) => seen.filter((c) => c.sheet === n).length;
  const number = seen
    .map((c) => c.sheet)
    .reduce<number | undefined>((a, b) => (a === undefined || count(b) > count(a) ? b : a), undefined);
  return number === undefined ? undefined : (sheets.find((s) => s.number === number) ?? { number, ruler: null });
}
const drawnCards = (seen: readonly SeenCard[]) => seen.map(({ card, corners }) => ({ card, corners }));

/** The plane the cards of a photograph lie in; it is kept for what is touched in it. */
export function takePhoto(picture: Rgba, sheets: readonly PrintedSheet[]): LookedPhoto {
  photo = undefined;
  const seen = cardsIn(picture);
  const sheet = sheetOf(seen, sheets);
  const base = { width: picture.width, height: picture.height, cards: drawnCards(seen) };
  if (!sheet) return { ...base, says: 'No card is seen. Lay the sheet beside the part, in the light, and take it again.' };
  const plane = attempt(() => planeOf(seen, picture, sheet));
  if (!plane.ok) return { ...base, says: plane.error.message };
  photo = { grey: greyOf(picture), plane: plane.value };
  const whole = plane.value.cards.length > 1;
  const by = whole ? `the whole sheet ${sheet.number}` : `card ${plane.value.cards[0]} of sheet ${sheet.number} alone`;
  const more = whole ? '' : ' Beside the whole sheet, not cut, a long part is measured better.';
  const owed = sheet.ruler ? '' : ' Nobody measured its ruler: sizes are good to 1 %.';
  return { ...base, sheet: sheet.number, says: `Measured by ${by}.${more}${owed}` };
}

/** What stands near the touches, and the length once all are there. */
export function sizeInPhoto({ way, touches, height, reach }: FilmAsks['photo size']['q']): PhotoSize {
  if (!photo) return { drawn: [], wrong: 'Take a photograph first.' };
  const { grey, plane } = photo;
  const drawn: (readonly Point[])[] = [];
  const tried = attempt(() => {
    if (way === 'two edges') {
      const edges = touches.map((t) => {
        const e = edgeAt(grey, t, reach);
        drawn.push(e.ends);
        return e;
      });
      return edges.length === 2 ? betweenEdges(plane, edges[0]!, edges[1]!, height) : undefined;
    }
    const circles = touches.map((t) => {
      const c = circleAt(grey, plane, t, height);
      drawn.push([...c.seen, c.seen[0]!]);
      return c;
    });
    if (way === 'one circle') return circles[0] && acrossCircle(plane, circles[0], height);
    return circles.length === 2 ? betweenCircles(plane, circles[0]!, circles[1]!, height) : undefined;
  });
  if (!tried.ok) return { drawn, wrong: tried.error.message };
  return tried.value ? { drawn, length: tried.value } : { drawn };
}

export function heightIn(picture: Rgba, sheets: readonly PrintedSheet[]): RideHeight {
  const seen = cardsIn(picture);
  const cards = drawnCards(seen);
  const sheet = sheetOf(seen, sheets);
  if (!sheet) return { cards, says: 'No card is seen. One with its middle on the hub’s, one over the arch; take it again.' };
  const found = attempt(() => rideHeight(seen, picture, sheet));
  return found.ok ? { cards, ...found.value, says: '' } : { cards, says: found.error.message };
}
