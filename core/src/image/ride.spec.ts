import { chanceFrom, type Vec3 } from '../numeric';
import { sized } from '../test';
import { RIDE, ridePhotograph } from '../test/photo';
import { cardsIn, rideHeight } from '.';
import { pictureOf } from './rendered';

const SHEET = { number: RIDE.sheet, ruler: { mm: 100, uMm: 0.03 } };

test('hub to arch of 372 mm, the arch 40 mm nearer than the hub: within its doubt and 5 mm; a telephone held askew by a degree too', () => {
  const c = chanceFrom(6);
  let held = 0;
  const n = sized(3, 24);
  for (let k = 0; k < n; k++) {
    const picture = ridePhotograph(c, 372);
    const found = rideHeight(cardsIn(picture), picture, SHEET);
    expect(Math.abs(found.mm - 372)).toBeLessThan(5);
    if (Math.abs(found.mm - 372) <= 2 * found.uMm) held++;
  }
  expect(held / n).toBeGreaterThan(0.9);
}, 300_000);

test('one card alone is refused', () => {
  const cards = [{ sheet: 5, card: 1 as const, pose: { turn: [0, 0, 0] as Vec3, at: [0, 0, 500] as Vec3 } }];
  const seen = cardsIn(pictureOf({ ...RIDE, cards, blurPx: 1, noise: 0.01 }, chanceFrom(1)));
  expect(() => rideHeight(seen, RIDE, SHEET)).toThrow(/cards must be two of one sheet/i);
});
