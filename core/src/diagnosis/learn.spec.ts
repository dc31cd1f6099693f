import fc from 'fast-check';
import jstat from 'jstat';
import { chanceFrom } from '../numeric';
import { STRUT_TYPE } from '../test';
import { SHIPPED } from '../suspects-table';
import {
  calibration,
  saidBins,
  counted,
  learned,
  lessonCounts,
  movedBy,
  rankSuspects,
  sourceShares,
  wilson,
  type Case,
  type Count,
} from '.';

const CASE: Case = {
  type: STRUT_TYPE,
  distanceKm: 120_000,
  kerbSide: 'left',
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly'],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  joints: [
    { joint: 'front.left.link-lower', hand: 'moves' },
    { joint: 'front.right.link-lower', hand: 'tight' },
  ],
};
const QUIET = { on: ['front.left.link-lower'], off: [], proof: 'quiet' } as const;
const lesson = lessonCounts(CASE, QUIET, SHIPPED);
const count = (key: string, from: readonly Count[] = lesson) => from.find((c) => c.key === key);

describe('what one confirmed job teaches', () => {
  test('a sign that was named: it was there by what names are worth, and then the cause gets q/P, the leak l/P', () => {
    const [q, l] = [SHIPPED.faults['link-lower'].signs['dull clunk']!, SHIPPED.leaks['dull clunk']];
    const P = 1 - (1 - q) * (1 - l);
    const { named, wrongly } = SHIPPED.naming.character;
    const there = (named * P) / (named * P + wrongly * (1 - P));
    expect(count('sign|link-lower|dull clunk')!.yes).toBeCloseTo((there * q) / P, 12);
    expect(count('sign|link-lower|dull clunk')!.no).toBeCloseTo(1 - (there * q) / P, 12);
    expect(count('leak|dull clunk')!.yes).toBeCloseTo((there * l) / P, 12);
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
  test('nothing confirmed, nothing learnt', () =>
    expect(lessonCounts(CASE, { on: [], off: ['front.left.link-lower'], proof: 'quiet' }, SHIPPED)).toEqual([]));
});

describe('what made the noise is taught by the proof drive', () => {
  const both = ['front.left.link-lower', 'front.left.arm-bushing-rear'] as const;
  test('quiet with one part renewed: it was that; its signs are taught', () => {
    expect(sourceShares(CASE, QUIET, SHIPPED).get('front.left.link-lower')).toBeCloseTo(1, 12);
    expect(count('sounds|link-lower')).toMatchObject({ no: 0 });
    expect(count('sounds|link-lower')!.yes).toBeCloseTo(1, 12);
  });
  test('quiet with two renewed: each in its fraction, by what was heard, and together at least one', () => {
    const shares = sourceShares(CASE, { on: both, off: [], proof: 'quiet' }, SHIPPED);
    const [link, arm] = both.map((f) => shares.get(f)!);
    expect(link! + arm!).toBeGreaterThanOrEqual(1 - 1e-12);
    expect(link!).toBeGreaterThan(0.8);
    expect(arm!).toBeGreaterThan(0);
    expect(arm!).toBeLessThan(0.4);
    const counts = lessonCounts(CASE, { on: both, off: [], proof: 'quiet' }, SHIPPED);
    expect(count('sounds|arm-bushing-rear', counts)!.yes).toBeCloseTo(arm!, 12);
    // Braking fits the arm: then it is its share that is the larger.
    const braking = sourceShares({ ...CASE, when: ['braking'] }, { on: both, off: [], proof: 'quiet' }, SHIPPED);
    expect(braking.get(both[1])!).toBeGreaterThan(arm!);
  });
  test('the same as before: what was renewed was worn, and silent; no sign is taught', () => {
    const counts = lessonCounts(CASE, { ...QUIET, proof: 'same' }, SHIPPED);
    expect(count('sounds|link-lower', counts)).toEqual({ key: 'sounds|link-lower', yes: 0, no: 1 });
    expect(count('prior|link-lower', counts)!.yes).toBe(1);
    expect(counts.some((c) => c.key.startsWith('sign|'))).toBe(false);
  });
  test('not driven: what was worn is taught, and nothing of the noise', () => {
    const counts = lessonCounts(CASE, { on: QUIET.on, off: [] }, SHIPPED);
    expect(counts.some((c) => /^(sounds|sign|leak)\|/.test(c.key))).toBe(false);
    expect(count('felt|link-lower', counts)!.yes).toBe(1);
  });
  test('how it drives hangs on what was worn, whether it sounded or not', () => {
    const counts = lessonCounts({ ...CASE, handling: ['leans more in bends'] }, { on: QUIET.on, off: [] }, SHIPPED);
    expect(count('sign|link-lower|leans more in bends', counts)!.yes).toBeGreaterThan(0.5);
  });
  test('found loose, left as it was, and the noise is gone: it was silent', () => {
    const c: Case = { ...CASE, joints: [...CASE.joints, { joint: 'front.right.frame-bushing', hand: 'moves' }] };
    expect(count('sounds|frame-bushing', lessonCounts(c, QUIET, SHIPPED))).toEqual({
      key: 'sounds|frame-bushing',
      yes: 0,
      no: 1,
    });
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
    const shop = learned(SHIPPED, [
      { key: 'sign|link-lower|sharp knock', yes: 60, no: 5 },
      { key: 'sounds|link-lower', yes: 500, no: 0 },
    ]);
    expect(shop.faults['link-lower'].sounds).toBeGreaterThan(0.9);
    expect(shop.faults['link-lower'].sounds).toBeLessThanOrEqual(0.98);
    expect(SHIPPED).toEqual(before);
    const p = (s: typeof SHIPPED) =>
      rankSuspects({ ...CASE, joints: [], character: ['sharp knock'] }, s).find((x) => x.fault === 'front.left.link-lower')!
        .makes;
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
    expect(calibration(saidBins([said(1, true), said(0, false)])).brier).toBe(0);
    expect(calibration(saidBins([said(0, true), said(1, false)])).brier).toBe(1);
    expect(calibration(saidBins([said(0.5, true), said(0.5, false)])).brier).toBe(0.25);
    expect(calibration(saidBins([said(0.5, true), said(0.5, false)])).brierOfBase).toBe(0.25);
    expect(calibration([])).toEqual({ n: 0, brier: 0, brierOfBase: 0, bins: [] });
  });
  test('bins hold everything once, 1 in the last; a calibrated forecaster lies within most intervals', () => {
    const { next } = chanceFrom(5);
    const said = Array.from({ length: 6000 }, () => {
      const p = next();
      return { p, on: next() < p };
    });
    const c = calibration(saidBins([...said, { p: 1, on: true }]));
    expect(c.bins.reduce((n, b) => n + b.n, 0)).toBe(6001);
    expect(c.bins.at(-1)!.to).toBe(1);
    expect(c.bins.filter((b) => b.low <= b.meanP && b.meanP <= b.high).length).toBeGreaterThanOrEqual(8);
  });
});
