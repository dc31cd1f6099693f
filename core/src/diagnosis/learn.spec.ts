import fc from 'fast-check';
import jstat from 'jstat';
import { chanceFrom } from '../numeric';
import { STRUT_TYPE } from '../test';
import { calibration, counted, learned, lessonCounts, movedBy, rankSuspects, SHIPPED, wilson, type Case, type Count } from '.';

const CASE: Case = {
  type: STRUT_TYPE,
  distanceKm: 120_000,
  kerbSide: 'left',
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly'],
  handling: [],
  history: [],
  joints: [
    { joint: 'front.left.link-lower', hand: 'moves' },
    { joint: 'front.right.link-lower', hand: 'tight' },
  ],
};
const lesson = lessonCounts(CASE, ['front.left.link-lower'], [], SHIPPED);
const count = (key: string, from: readonly Count[] = lesson) => from.find((c) => c.key === key);

describe('what one confirmed job teaches', () => {
  test('a sign that was heard: the cause gets q/P, the leak l/P, and the rest counts against', () => {
    const [q, l] = [SHIPPED.faults['link-lower'].signs['dull clunk']!, SHIPPED.leaks['dull clunk']];
    const P = 1 - (1 - q) * (1 - l);
    expect(count('sign|link-lower|dull clunk')!.yes).toBeCloseTo(q / P, 12);
    expect(count('sign|link-lower|dull clunk')!.no).toBeCloseTo(1 - q / P, 12);
    expect(count('leak|dull clunk')!.yes).toBeCloseTo(l / P, 12);
  });
  test('a sign nobody named counts mostly against; a sort nobody spoke of teaches nothing', () => {
    const rattle = count('sign|link-lower|rattle')!;
    expect(rattle.yes).toBeGreaterThan(0);
    expect(rattle.yes).toBeLessThan(SHIPPED.faults['link-lower'].signs.rattle!);
    expect(rattle.yes + rattle.no).toBeCloseTo(1, 12);
    expect(count('sign|link-lower|leans more in bends')).toBeUndefined();
    expect(count('leak|loose steering')).toBeUndefined();
  });
  test('what the hand felt, and which parts were worn', () => {
    expect(count('felt|link-lower')).toEqual({ key: 'felt|link-lower', yes: 1, no: 0 });
    expect(count('prior|link-lower')).toEqual({ key: 'prior|link-lower', yes: 1, no: 1 });
  });
  test('nothing confirmed, nothing learnt', () => expect(lessonCounts(CASE, [], ['front.left.link-lower'], SHIPPED)).toEqual([]));
  test('counts are those of one step of EM: listing what fired gives the same', () => {
    // Two confirmed faults and one sign: every way it can have come about.
    const both = lessonCounts(CASE, ['front.left.link-lower', 'front.left.frame-bushing'], [], SHIPPED);
    const [a, b, l] = [
      SHIPPED.faults['link-lower'].signs['dull clunk']!,
      SHIPPED.faults['frame-bushing'].signs['dull clunk']!,
      SHIPPED.leaks['dull clunk'],
    ];
    let seen = 0;
    let fired = 0;
    for (let s = 1; s < 8; s++) {
      const p = [a, b, l].reduce((x, q, i) => x * (s & (1 << i) ? q : 1 - q), 1);
      seen += p;
      if (s & 1) fired += p;
    }
    expect(count('sign|link-lower|dull clunk', both)!.yes).toBeCloseTo(fired / seen, 12);
  });
});

describe('the shop’s counts on top of the shipped table', () => {
  test('a Beta mean: between what was shipped and what was counted, and back again without the counts', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.nat(200), fc.nat(200), (q, yes, no) => {
        const now = counted(q, 20, { yes, no });
        const rate = yes + no ? yes / (yes + no) : q;
        expect(now).toBeGreaterThanOrEqual(Math.min(q, rate) - 1e-12);
        expect(now).toBeLessThanOrEqual(Math.max(q, rate) + 1e-12);
        if (q > 0 && q < 1) expect(now).toBeCloseTo(jstat.beta.mean(20 * q + yes, 20 * (1 - q) + no), 10);
      }),
    );
    expect(learned(SHIPPED, [])).toBe(SHIPPED);
  });
  test('many jobs whose link knocked sharply make a sharp knock speak for links, and the given table is untouched', () => {
    const before = structuredClone(SHIPPED);
    const shop = learned(SHIPPED, [{ key: 'sign|link-lower|sharp knock', yes: 60, no: 5 }]);
    expect(SHIPPED).toEqual(before);
    const p = (s: typeof SHIPPED) =>
      rankSuspects({ ...CASE, joints: [], character: ['sharp knock'] }, s).find((x) => x.fault === 'front.left.link-lower')!.p;
    expect(p(shop)).toBeGreaterThan(p(SHIPPED));
  });
  test('what has moved is named, furthest first', () => {
    const moved = movedBy(SHIPPED, [
      { key: 'sign|link-lower|sharp knock', yes: 60, no: 5 },
      { key: 'leak|rattle', yes: 0, no: 3 },
      { key: 'sign|long gone|rattle', yes: 1, no: 0 },
    ]);
    expect(moved.map((m) => m.words)).toEqual(['link, lower end: sharp knock', 'rattle with no fault found']);
    expect(moved[0]!.now).toBeCloseTo((0.3 * 20 + 60) / 85, 12);
  });
});

describe('calibration', () => {
  test('Wilson’s interval of 81 in 263 is .255 to .366 (Newcombe 1998, table I; from memory)', () => {
    const [low, high] = wilson(81, 263);
    expect(low).toBeCloseTo(0.2553, 4);
    expect(high).toBeCloseTo(0.3662, 4);
    expect(wilson(0, 10)[0]).toBe(0);
    expect(wilson(10, 10)[1]).toBeCloseTo(1, 12);
  });
  test('the Brier score of a sure and right forecaster is 0, of a sure and wrong one 1, of a coin ¼', () => {
    const said = (p: number, on: boolean) => ({ p, on });
    expect(calibration([said(1, true), said(0, false)]).brier).toBe(0);
    expect(calibration([said(0, true), said(1, false)]).brier).toBe(1);
    expect(calibration([said(0.5, true), said(0.5, false)]).brier).toBe(0.25);
    expect(calibration([said(0.5, true), said(0.5, false)]).brierOfBase).toBe(0.25);
    expect(calibration([])).toEqual({ n: 0, brier: 0, brierOfBase: 0, bins: [] });
  });
  test('bins hold everything once, 1 in the last; a calibrated forecaster lies within most intervals', () => {
    const { next } = chanceFrom(5);
    const said = Array.from({ length: 6000 }, () => {
      const p = next();
      return { p, on: next() < p };
    });
    const c = calibration([...said, { p: 1, on: true }]);
    expect(c.bins.reduce((n, b) => n + b.n, 0)).toBe(6001);
    expect(c.bins.at(-1)!.to).toBe(1);
    expect(c.bins.filter((b) => b.low <= b.meanP && b.meanP <= b.high).length).toBeGreaterThanOrEqual(8);
  });
});
