import { compareTurners, roomMinutes, strokesFor, turnsOf } from '.';

/* Arithmetic by hand: of a swing only whole teeth turn the nut. */
test('of a swing whole teeth turn the nut: 28° is five teeth of 72, two of 36, and no point of a box spanner', () => {
  expect(strokesFor('ratchet, 72 teeth', 28, 10)).toMatchObject({ usedDeg: 25, strokes: 144 });
  expect(strokesFor('ratchet, 36 teeth', 28, 10)).toMatchObject({ usedDeg: 20, strokes: 180 });
  expect(strokesFor('box spanner, 12 points', 28, 10)).toBeUndefined();
  expect(strokesFor('box spanner, 12 points', 30, 10)).toMatchObject({ usedDeg: 30, strokes: 120 });
  // A swing of exactly a whole number of teeth loses none to rounding.
  for (const teeth of [1, 3, 7, 12]) expect(strokesFor('ratchet, 72 teeth', teeth * 5, 1)!.strokes).toBe(Math.ceil(72 / teeth));
});

test('more room is never slower, and a finer ratchet never slower than a coarser one', () => {
  for (let swing = 3; swing < 180; swing++) {
    const [fine, coarse] = (['ratchet, 72 teeth', 'ratchet, 36 teeth'] as const).map((t) => strokesFor(t, swing, 9));
    if (coarse) expect(fine!.strokes).toBeLessThanOrEqual(coarse.strokes);
    const [less, more] = [swing, swing + 1].map((x) => compareTurners(x, 9)[0]);
    if (less) expect(more!.minutes).toBeLessThanOrEqual(less.minutes);
  }
  expect(roomMinutes('ratchet, 72 teeth', 120, 10)).toBe(0);
  expect(roomMinutes('ratchet, 72 teeth', 10, 10)).toBeCloseTo(((360 - 40) * 1.2) / 60, 6);
});

test('how long a nut is follows from its thread; a bad swing names its bounds', () => {
  expect(turnsOf('M10×1.25')).toBe(10);
  expect(turnsOf('M12×1.75')).toBe(9);
  expect(turnsOf('no thread')).toBeUndefined();
  expect(() => strokesFor('ratchet, 72 teeth', 1, 10)).toThrow(/swing of the handle.*3.*360/);
  expect(() => strokesFor('ratchet, 72 teeth', 30, 61)).toThrow(/turns.*60/);
});
