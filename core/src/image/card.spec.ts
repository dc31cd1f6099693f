import { chanceFrom, type Vec3 } from '../numeric';
import {
  CARD_MARGIN_MM,
  CARD_SIDES_MM,
  cardOf,
  cardsIn,
  cellsOf,
  codeOf,
  cornersOf,
  MOST_SHEETS,
  type CardName,
  type Point,
} from '.';
import { pictureOf, seenOn, type Scene } from './rendered';

const CAMERA = { fPx: 1080, centre: [640, 360] as Point };
const scene = (cards: Scene['cards'], o: Partial<Scene> = {}): Scene => ({
  camera: CAMERA,
  width: 1280,
  height: 720,
  cards,
  blurPx: 0.8,
  noise: 0.02,
  ...o,
});
const card = (name: CardName, turn: Vec3, at: Vec3) => ({ ...name, pose: { turn, at } });

test('each card of each sheet has a code of its own, and back', () => {
  const all = Array.from({ length: MOST_SHEETS }, (_, i) =>
    ([1, 2, 3, 4] as const).map((c) => ({ sheet: i + 1, card: c })),
  ).flat();
  expect(all.map((n) => cardOf(codeOf(n)))).toEqual(all);
  expect(new Set(all.map((n) => cellsOf(n).join())).size).toBe(all.length);
  // No card looks like another one turned.
  const turned = (cells: readonly boolean[]) => cells.map((_, i) => cells[8 * (7 - (i % 8)) + Math.floor(i / 8)]!);
  const some = all.slice(0, 40).map(cellsOf);
  for (const a of some) for (const b of some) expect(turned(a).join()).not.toBe(b.join());
  expect(() => codeOf({ sheet: MOST_SHEETS + 1, card: 1 })).toThrow(/number of the sheet/i);
});

test.each(['quick', 'closely'] as const)(
  'cards in a picture are found, %s: their numbers, and their corners where perspective puts them',
  (how) => {
    const c = chanceFrom(8);
    for (let k = 0; k < 12; k++) {
      const turn = (): Vec3 => [c.between(-0.4, 0.4), c.between(-0.4, 0.4), c.between(-3, 3)];
      const names = [
        { sheet: 1 + k, card: 1 as const },
        { sheet: 1 + k, card: k % 2 ? (3 as const) : (2 as const) },
      ];
      const cards = names.map((n, i) => card(n, turn(), [c.between(-50, -30) + 90 * i, c.between(-20, 20), c.between(240, 330)]));
      const seen = cardsIn(pictureOf(scene(cards), c), how);
      expect(seen.map(({ sheet, card: n }) => ({ sheet, card: n }))).toEqual(names);
      seen.forEach((s, i) =>
        cornersOf(names[i]!.card).forEach((p, j) => {
          const [x, y] = seenOn(CAMERA, cards[i]!.pose, p);
          expect(Math.hypot(s.corners[j]![0] - x, s.corners[j]![1] - y)).toBeLessThan(0.15);
        }),
      );
    }
  },
);

test('nothing is found in nothing, in a card that is half outside, or turned away', () => {
  const c = chanceFrom(2);
  expect(cardsIn(pictureOf(scene([]), c))).toEqual([]);
  expect(cardsIn(pictureOf(scene([card({ sheet: 1, card: 1 }, [0, 0, 0], [-178, 0, 300])]), c))).toEqual([]);
  expect(cardsIn(pictureOf(scene([card({ sheet: 1, card: 1 }, [0, 1.45, 0], [0, 0, 300])]), c))).toEqual([]);
  expect(() => pictureOf(scene([card({ sheet: 1, card: 1 }, [0, 0, 0], [0, 0, -3])]), c)).toThrow(/distance of the card/i);
});

test('what is drawn is as large as it says', () => {
  const seen = cardsIn(pictureOf(scene([card({ sheet: 9, card: 4 }, [0, 0, 0], [0, 0, 216])], { noise: 0 }), chanceFrom(1)))[0]!;
  // 20 mm, five pixels a millimetre.
  expect(Math.hypot(seen.corners[1]![0] - seen.corners[0]![0], seen.corners[1]![1] - seen.corners[0]![1])).toBeCloseTo(100, 0);
  expect([CARD_SIDES_MM[4], CARD_MARGIN_MM]).toEqual([20, 5]);
});
