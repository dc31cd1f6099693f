import fc from 'fast-check';
import { expm, matrix, multiply, type Matrix } from 'mathjs';
import { CABIN_HZ, contactS, pushBetween, struck, USUAL_STRIKER, type Seats, type Striker } from '.';

/** The striker of compute.md, "What strikes": its check values stand there. */
const PLAIN: Striker = { ...USUAL_STRIKER, endKg: 1, barNPerM: 25_000, barDamping: 0, seatDamping: 0 };
const V = 0.5;

/** Seats that go down at an even speed, the end riding on the upper one, its bar loaded. */
function unloading(lashM: number, s: Striker, startM = 5e-3, seconds = 0.06): readonly [Seats, readonly [number, number]] {
  const n = Math.round(seconds / 1e-3) + 1;
  const gap = Float64Array.from({ length: n }, (_, i) => startM + lashM / 2 - V * i * 1e-3);
  const gapRate = new Float64Array(n).fill(-V);
  // Pressed in so far that the seat holds what the bar pushes.
  const y = (startM * s.seatNPerM) / (s.seatNPerM + s.barNPerM);
  return [{ stepS: 1e-3, gap, gapRate }, [y, -V]];
}
/** When it leaves its seat, s: where the bar is unloaded. */
const LEAVES_S = 5e-3 / V;

describe('the closed form of compute.md: θ − sin θ = g ω / v, met after θ/ω with v (1 − cos θ)', () => {
  test.each([
    [0.1, 0.577832, 3.6545, 0.081176, 3.2947],
    [0.3, 0.838528, 5.3033, 0.165721, 13.7317],
    [0.8, 1.176093, 7.4383, 0.307733, 47.3497],
    [1.5, 1.469184, 9.2919, 0.449281, 100.9267],
    [3, 1.896204, 11.9926, 0.659847, 217.6993],
  ])('a gap of %s mm', (gMm, theta, ms, speed, mJ) => {
    const w = Math.sqrt(PLAIN.barNPerM / PLAIN.endKg);
    expect(theta - Math.sin(theta)).toBeCloseTo(((gMm / 1000) * w) / V, 5);
    const [seats, from] = unloading(gMm / 1000, PLAIN);
    const first = struck(seats, gMm / 1000, PLAIN, from).strikes.find((x) => x.atS > LEAVES_S)!;
    // A seat that gives way a little: within a hundredth.
    expect(Math.abs(((first.atS - LEAVES_S) * 1000) / ms - 1)).toBeLessThan(0.01);
    expect(Math.abs(Math.abs(first.speedMPerS) / speed - 1)).toBeLessThan(0.01);
    expect(Math.abs((first.energyJ * 1000) / mJ - 1)).toBeLessThan(0.02);
  });
  test('for a small gap the energy grows as its 4/3', () => {
    const energy = (g: number) => {
      const [seats, from] = unloading(g, PLAIN);
      return struck(seats, g, PLAIN, from).strikes.find((x) => x.atS > LEAVES_S)!.energyJ;
    };
    expect(Math.log(energy(4e-4) / energy(1e-4)) / Math.log(4)).toBeCloseTo(4 / 3, 1);
  });
});

test('agrees with an exact second integrator: on a seat or off it all is linear, a matrix exponential (mathjs) a step', () => {
  const s: Striker = { ...USUAL_STRIKER, barNPerM: 39_000 };
  const g = 0.8e-3;
  const [m, k, kc] = [s.endKg, s.barNPerM, s.seatNPerM];
  const [c, cc] = [2 * s.barDamping * Math.sqrt(k * m), 2 * s.seatDamping * Math.sqrt(kc * m)];
  // y, its rate, how far the seats are, 1.
  const rates = (on: number) => [
    [0, 1, 0, 0],
    on ? [-(k + kc) / m, -(c + cc) / m, kc / m, (-on * (kc * g)) / 2 / m - (cc * V) / m] : [-k / m, -c / m, 0, 0],
    [0, 0, 0, -V],
    [0, 0, 0, 0],
  ];
  const [seats, from] = unloading(g, s);
  const H = 2e-6;
  const by = new Map([-1, 0, 1].map((on) => [on, expm(matrix(rates(on)).map((x) => x * H)) as unknown as Matrix]));
  let [state, on]: [number[], number] = [[...from, seats.gap[0]!, 1], 1];
  const met: { at: number; v: number }[] = [];
  for (let i = 1; i * H <= 0.05; i++) {
    state = (multiply(by.get(on)!, state) as Matrix).toArray() as number[];
    const [y, v, u] = state as [number, number, number];
    const force = on * (kc * (u - y) - (on * kc * g) / 2 + cc * (-V - v));
    const deep = (side: number) => side * (u - y) - g / 2;
    // Where the seat would have to pull it lets go; the other one is far off then.
    if (on !== 0 && (deep(on) <= 0 || force < 0)) on = 0;
    else if (on === 0) {
      const side = deep(1) > 0 ? 1 : deep(-1) > 0 ? -1 : 0;
      const closing = side * (-V - v) > 0;
      if (side !== 0 && closing) {
        met.push({ at: i * H, v: -V - v });
        on = side;
      }
    }
  }
  const ours = struck(seats, g, s, from).strikes.filter((x) => x.atS > LEAVES_S && x.atS < 0.05);
  expect(met.length).toBeGreaterThan(1);
  met.slice(0, 2).forEach((x, i) => {
    expect(Math.abs(ours[i]!.atS - x.at)).toBeLessThan(2e-5);
    expect(Math.abs(ours[i]!.speedMPerS - x.v)).toBeLessThan(2e-3);
  });
});

/** Seats that swing: 10 mm, 12 times a second. */
const swinging = (seconds = 0.4, mm = 10, hz = 12): Seats => {
  const n = Math.round(seconds / 1e-3) + 1;
  const w = 2 * Math.PI * hz;
  return {
    stepS: 1e-3,
    gap: Float64Array.from({ length: n }, (_, i) => (mm / 1000) * Math.sin(w * i * 1e-3)),
    gapRate: Float64Array.from({ length: n }, (_, i) => (mm / 1000) * w * Math.cos(w * i * 1e-3)),
  };
};
test('the books balance: what the seats put in is in bar and end, or taken by damping; without damping nothing is taken', () => {
  for (const lashM of [1e-4, 8e-4, 3e-3]) {
    const s: Striker = { ...USUAL_STRIKER, barNPerM: 39_000 };
    const { books } = struck(swinging(), lashM, s);
    expect(books.lostJ).toBeGreaterThan(0.05);
    expect(Math.abs(books.inJ - books.keptJ - books.lostJ) / books.inJ).toBeLessThan(2e-3);
    // It bounces on and on: measured by what goes to and fro.
    const none = struck(swinging(), lashM, { ...s, barDamping: 0, seatDamping: 0 });
    const gross = none.strikes.reduce((sum, x) => sum + x.energyJ, none.books.inJ);
    expect(Math.abs(none.books.lostJ) / gross).toBeLessThan(5e-3);
  }
});

test('no lash: never off its seat, nothing strikes; seats that stand still: nothing either', () => {
  const s: Striker = { ...USUAL_STRIKER, barNPerM: 39_000 };
  expect(struck(swinging(), 0, s).strikes).toEqual([]);
  expect(struck(swinging(0.2, 0), 1e-3, s).strikes).toEqual([]);
});

test('whatever the seats do at an even speed: more play is later and harder', () => {
  const s: Striker = { ...USUAL_STRIKER, barNPerM: 39_000 };
  const first = (lashM: number) => {
    const [seats, from] = unloading(lashM, s);
    return struck(seats, lashM, s, from).strikes.find((x) => x.atS > LEAVES_S)!;
  };
  fc.assert(
    fc.property(fc.double({ min: 1e-4, max: 3e-3, noNaN: true }), (lashM) => {
      const [less, more] = [first(lashM), first(1.2 * lashM)];
      expect(more.atS).toBeGreaterThan(less.atS);
      expect(more.energyJ).toBeGreaterThan(less.energyJ);
      expect(more.peakN).toBeGreaterThan(less.peakN);
      expect(more.heardN2s).toBeGreaterThan(less.heardN2s);
    }),
    { numRuns: 12 },
  );
});

test('a push between all frequencies is what it is over time (Parseval); a short one has more above, its peak is speed by √km', () => {
  const [peak, long] = [1000, 6e-4];
  expect(pushBetween(peak, long, [0, 200_000]) / ((peak ** 2 * long) / 2)).toBeCloseTo(1, 3);
  const share = (s: number) => pushBetween(peak, s, CABIN_HZ) / ((peak ** 2 * s) / 2);
  expect(share(6e-4)).toBeGreaterThan(0.8);
  expect(share(0.02)).toBeLessThan(0.05);
  expect(contactS(USUAL_STRIKER)).toBeCloseTo(6.05e-4, 6);
  const [seats, from] = unloading(8e-4, PLAIN);
  const blow = struck(seats, 8e-4, PLAIN, from).strikes.find((x) => x.atS > LEAVES_S)!;
  expect(blow.peakN / (Math.abs(blow.speedMPerS) * Math.sqrt(PLAIN.seatNPerM))).toBeCloseTo(1, 1);
});

test('bad input names its field and bound', () => {
  expect(() => struck(swinging(), -1, PLAIN)).toThrow('The lash must be between 0 and 0.02 m (given: -1).');
  expect(() => struck(swinging(), 1e-3, { ...PLAIN, endKg: 0 })).toThrow('mass of the bar’s end');
  expect(() => struck({ ...swinging(), stepS: 0 }, 1e-3, PLAIN)).toThrow('time between two samples');
  expect(() => pushBetween(1, 0, CABIN_HZ)).toThrow('length of the push');
});
