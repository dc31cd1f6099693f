import { chanceFrom, type Vec3 } from '../numeric';
import { sized } from '../test';
import { cardsIn, rideHeight, type Camera } from '.';
import { pictureOf } from './rendered';

const SHEET = { number: 5, ruler: { mm: 100, uMm: 0.03 } };
const [WIDTH, HEIGHT] = [1800, 2400];
const CAMERA: Camera = { fPx: 1950, centre: [WIDTH / 2, HEIGHT / 2] };
/** From the card's middle to its lower cut edge, mm. */
const EDGE = 20;

test('hub to arch of 372 mm, the arch 40 mm nearer than the hub: within its doubt and 5 mm; a telephone held askew by a degree too', () => {
  const c = chanceFrom(6);
  let held = 0;
  const n = sized(3, 24);
  for (let k = 0; k < n; k++) {
    const roll = (c.between(-1, 1) * Math.PI) / 180;
    const turn = (): Vec3 => [c.between(-0.1, 0.1), c.between(-0.15, 0.15), c.between(-0.08, 0.08)];
    const rolled = ([x, y, z]: Vec3): Vec3 => [
      x * Math.cos(roll) - y * Math.sin(roll),
      x * Math.sin(roll) + y * Math.cos(roll),
      z,
    ];
    const cards = [
      { sheet: 5, card: 1 as const, pose: { turn: turn(), at: rolled([10, 180, 700]) } },
      { sheet: 5, card: 2 as const, pose: { turn: turn(), at: rolled([-20, 180 - 372 - EDGE, 660]) } },
    ];
    const seen = cardsIn(pictureOf({ camera: CAMERA, width: WIDTH, height: HEIGHT, cards, blurPx: 1, noise: 0.01 }, c));
    const found = rideHeight(seen, { width: WIDTH, height: HEIGHT }, SHEET);
    expect(Math.abs(found.mm - 372)).toBeLessThan(5);
    if (Math.abs(found.mm - 372) <= 2 * found.uMm) held++;
  }
  expect(held / n).toBeGreaterThan(0.9);
}, 300_000);

test('one card alone is refused', () => {
  const cards = [{ sheet: 5, card: 1 as const, pose: { turn: [0, 0, 0] as Vec3, at: [0, 0, 500] as Vec3 } }];
  const seen = cardsIn(pictureOf({ camera: CAMERA, width: WIDTH, height: HEIGHT, cards, blurPx: 1, noise: 0.01 }, chanceFrom(1)));
  expect(() => rideHeight(seen, { width: WIDTH, height: HEIGHT }, SHEET)).toThrow(/cards must be two of one sheet/i);
});
