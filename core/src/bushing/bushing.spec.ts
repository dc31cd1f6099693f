import fc from 'fast-check';
import {
  frameFit,
  lubricant,
  rightStack,
  sayStiffness,
  sleeveFor,
  stackFaults,
  stackReach,
  stiffnessRatio,
  substituteWasher,
  swellToWasher,
  youngFromShoreA,
  type FrameFitInput,
  type StackSize,
} from '.';

describe('hardness and stiffness (Gent 1958)', () => {
  test.each([
    [50, 2.456],
    [60, 3.605],
    [70, 5.521],
    [80, 9.351],
  ])('%d Shore A: %d MPa', (s, e) => expect(youngFromShoreA(s)).toBeCloseTo(e, 3));
  test('the ratio says how much stiffer the harder one is', () => expect(stiffnessRatio(60, 70)).toBeCloseTo(5.521 / 3.605, 3));
  test('in words: about, or more than what the rule reaches; nothing where nothing is known or they are the same', () => {
    expect(sayStiffness(60, 70)).toBe('about 1.5 times as stiff');
    // E(80)/E(62) by hand: 9.351 / 3.902.
    expect(sayStiffness(62, 85)).toBe('more than 2.4 times as stiff');
    expect(sayStiffness(85, 62)).toBe('less than 0.4 times as stiff');
    for (const [a, b] of [
      [62, undefined],
      [undefined, 70],
      [82, 90],
      [62, 62],
    ] as const)
      expect(sayStiffness(a, b)).toBeUndefined();
  });
  test('each material has its own lubricant; mineral oil is warned of in all', () => {
    expect(lubricant('polyurethane', true)).toMatch(/^Silicone grease packed into its grooves.*Never mineral oil/);
    expect(lubricant('rubber', true)).toMatch(/^Rubber dry or silicone\. Never mineral oil or grease/);
    expect(lubricant('rubber', false)).toMatch(/^A bonded one stays dry\. Never mineral oil/);
    expect(lubricant(undefined, true)).toMatch(/^Dry or silicone; polyurethane .*Never mineral oil/);
  });
  test.each([19, 81, NaN])('%d Shore A is outside the rule', (s) => expect(() => youngFromShoreA(s)).toThrow(/hardness must be/));
});

describe('a grommet swells to its washer', () => {
  const g = { heightMm: 14, outsideMm: 28, holeMm: 12 };
  test('h0 14, Ø28, hole and sleeve Ø12, washer Ø30: 12.500 gripped, 11.852 slipping; sleeve Ø10: 11.777', () => {
    const c = swellToWasher(g, 30, 12);
    expect(14 - c.grippedMm).toBeCloseTo(12.5, 3);
    expect(14 - c.slippingMm).toBeCloseTo(11.852, 3);
    expect(14 - swellToWasher(g, 30, 10).grippedMm).toBeCloseTo(11.777, 3);
  });
  test('the volume is kept: the barrel’s, by numerical integration, is that of the free grommet', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 30, noNaN: true }),
        fc.double({ min: 20, max: 50, noNaN: true }),
        fc.double({ min: 0.3, max: 6, noNaN: true }),
        fc.double({ min: 8, max: 14, noNaN: true }),
        (heightMm, outsideMm, more, holeMm) => {
          const washer = outsideMm + 2 * more;
          const h = heightMm - swellToWasher({ heightMm, outsideMm, holeMm }, washer, holeMm - 1).grippedMm;
          const [r0, rw, ri, rs] = [outsideMm / 2, washer / 2, holeMm / 2, (holeMm - 1) / 2];
          // Simpson over the height of r(z)² with r = r0 + (rw − r0)(1 − (2z/h)²).
          const N = 2000;
          let sum = 0;
          for (let i = 0; i <= N; i++) {
            const z = (2 * i) / N - 1;
            const r = r0 + (rw - r0) * (1 - z * z);
            sum += (i === 0 || i === N ? 1 : i % 2 ? 4 : 2) * (r * r - rs * rs);
          }
          const barrel = (Math.PI * sum * h) / (3 * N);
          expect(barrel / (Math.PI * (r0 * r0 - ri * ri) * heightMm)).toBeCloseTo(1, 9);
        },
      ),
    );
  });
  test.each([
    ['washer', () => swellToWasher(g, 28, 12), /outside diameter of the washer must be between/],
    ['sleeve', () => swellToWasher(g, 30, 13), /sleeve or bolt in the grommet must be between 1 and 12/],
    ['hole', () => swellToWasher({ ...g, holeMm: 28 }, 30, 10), /hole of the grommet must be between/],
  ])('a %s that cannot be is named', (_, f, message) => expect(f).toThrow(message));
});

describe('a frame bushing’s fit', () => {
  const fit = (x: Partial<FrameFitInput> = {}) =>
    frameFit({ kind: 'two-bolt', material: 'rubber', cleanMm: [22, 22.02, 21.98], seatMm: [21.9, 21.95], uMm: 0.03, ...x });
  test('a gap at the old one: the bushing, and the bore to order by the clean bar', () => {
    const f = fit({ oldBoreMm: 22.6 });
    expect(f.verdict).toBe('bushing');
    expect(f.clearanceOldMm).toBeCloseTo(0.7, 9);
    expect(f.order![0]).toBeCloseTo(21, 9);
    expect(f.sentences.join(' ')).toMatch(
      /stands off the bar by 0\.70 mm: it knocks.*Order a bore of 21\.0 to 21\.9 mm in rubber/,
    );
  });
  test('the one on the bench: too wide, too tight, right', () => {
    expect(fit({ newBoreMm: 23 })).toMatchObject({ verdict: 'wrong part' });
    expect(fit({ newBoreMm: 20.4 })).toMatchObject({ verdict: 'wrong part' });
    expect(fit({ newBoreMm: 21.5 })).toMatchObject({ verdict: 'fits' });
    expect(fit({ newBoreMm: 21.3, material: 'polyurethane' })).toMatchObject({ verdict: 'wrong part' });
  });
  test('a seat worn beyond what a bore can take up is a bar, whatever is on the bench', () => {
    const f = fit({ seatMm: [20.7, 20.8], newBoreMm: 21.5 });
    expect(f.verdict).toBe('bar');
    expect(f.sentences.join(' ')).toMatch(/renew the bar/);
  });
  test('a worn seat may leave the right bore without a grip', () => {
    expect(fit({ newBoreMm: 21.5 }).sentences.join(' ')).toMatch(/It grips the seat by 0\.40 mm/);
    expect(fit({ seatMm: [21.5], newBoreMm: 21.5 }).sentences.join(' ')).toMatch(/no grip .* take the smaller bore/);
  });
  test('out of round is said', () =>
    expect(fit({ seatMm: [21.2, 21.9] }).sentences.join(' ')).toMatch(/out of round by 0\.70 mm/));
  test('crush: none, as it should be, too tall', () => {
    const crush = (freeHeightMm: number) => fit({ freeHeightMm, pocketMm: 40, newBoreMm: 21.5 });
    expect(crush(39)).toMatchObject({ verdict: 'wrong part' });
    expect(crush(42).sentences.join(' ')).toMatch(/presses it by 4\.8 %, as it should/);
    expect(crush(50)).toMatchObject({ verdict: 'wrong part' });
  });
  test('kinds without a bore have no bore to order', () => {
    const f = fit({ kind: 'carrier-halves', oldBoreMm: 22.6 });
    expect([f.order, f.clearanceOldMm]).toEqual([undefined, undefined]);
    expect(f.sentences.join(' ')).toMatch(/Halves without a bore/);
  });
  test.each([
    [{ cleanMm: [] }, /diameters of the clean bar must be 1 or more/],
    [{ seatMm: [7] }, /diameter 1 of the seat must be between 8 and 60 mm/],
    [{ seatMm: [24] }, /seat must not be larger than the clean bar/],
    [{ freeHeightMm: 5, pocketMm: 40 }, /free height must be between 10 and 120 mm/],
  ])('%o is refused by name', (x, message) => expect(() => fit(x)).toThrow(message));
});

describe('the stack of a bolt-through link', () => {
  const size: StackSize = {
    grommet: { heightMm: 14, outsideMm: 28, holeMm: 12 },
    washerMm: 30,
    washerThickMm: 2.5,
    boltMm: 10,
    pitchMm: 1.5,
    boltLengthMm: 180,
    sleeveLengthMm: 60,
    sleeveMm: 14,
    armThickMm: 6,
    barThickMm: 14,
    nutHeightMm: 10,
    material: 'rubber',
  };
  test('the right order is right in every variant', () => {
    for (const v of [{}, { weldedWasher: true }, { headless: true }, { nutBelow: true }]) {
      expect(stackFaults(rightStack(v), v)).toEqual([]);
      expect(rightStack(v).filter((p) => p.piece === 'grommet')).toHaveLength(4);
    }
    expect(rightStack()).toHaveLength(13);
    expect(rightStack({ weldedWasher: true })).toHaveLength(12);
  });
  test('two pieces changed over, a washer turned round, one too many: each is explained', () => {
    const s = rightStack();
    const swapped = [...s];
    [swapped[2], swapped[3]] = [s[3]!, s[2]!];
    expect(stackFaults(swapped)[0]).toEqual({
      at: 2,
      sentence: 'The grommet comes after the dished washer, not the arm eye. Metal would stand on metal and knock.',
    });
    const turned = s.map((p, i) => (i === 5 ? { ...p, facing: 'to the nut' as const } : p));
    expect(stackFaults(turned)[0]).toMatchObject({ at: 5, sentence: expect.stringMatching(/wrong way round/) });
    expect(stackFaults([...s, { piece: 'washer' }])[0]!.sentence).toMatch(/1 dished washer too many/);
  });
  test('a bolt nobody has measured is asked for: as long as a full nut needs', () => {
    const known = stackReach({ ...size, boltLengthMm: 200 });
    const { boltLengthMm: _, ...rest } = size;
    const asked = stackReach(rest);
    expect(asked.threadLeftMm).toBeUndefined();
    expect(asked.turns).toEqual(known.turns);
    // What stands out of a bolt of 200 is what it is longer than that.
    const least = 200 - known.threadLeftMm!;
    expect(asked.sentences.at(-1)).toBe(`The bolt must be ${Math.round(least)} mm under its head at least, for a full nut.`);
  });
  test('any two different neighbours changed over are found', () => {
    const s = rightStack();
    for (let i = 0; i + 1 < s.length; i++) {
      if (s[i]!.piece === s[i + 1]!.piece) continue;
      const t = [...s];
      [t[i], t[i + 1]] = [s[i + 1]!, s[i]!];
      expect(stackFaults(t)[0]?.at).toBe(i);
    }
  });
  test('travel is a band of four grommets in series; turns by the pitch; the link’s length with it', () => {
    const r = stackReach({ ...size, boltMm: 12 });
    expect(r.travelMm![0]).toBeCloseTo(6, 3);
    expect(r.travelMm![1]).toBeCloseTo(4 * (14 - 11.8519), 3);
    expect(r.turns![0]).toBeCloseTo(4, 3);
    expect(r.linkMm![1]).toBeCloseTo(60 + 5 + 2 * 12.5 + 10, 3);
  });
  test('a sleeve for a wanted length gives that length back', () => {
    const sleeveLengthMm = sleeveFor(120, size);
    const r = stackReach({ ...size, sleeveLengthMm });
    expect((r.linkMm![0] + r.linkMm![1]) / 2).toBeCloseTo(120, 9);
    expect(() => sleeveFor(30, size)).toThrow(/length of the link must be more than \d+ mm/);
  });
  test('a bolt that is too short is said', () =>
    expect(stackReach({ ...size, boltLengthMm: 120 }).sentences.at(-1)).toMatch(/too short by \d+ mm/));
  test.each([
    [{ material: 'polyurethane' as const }, /Polyurethane hardly swells/],
    [{ stops: true }, /stops the nut/],
    [{ washerMm: 28 }, /as wide as its washer/],
  ])('where the rule does not apply it says so: %o', (x, why) => expect(stackReach({ ...size, ...x }).refused).toMatch(why));
  test('a substitute washer', () => {
    const beside = { grommetMm: 28, stopMm: 14, boltMm: 10 };
    expect(substituteWasher({ outsideMm: 32, holeMm: 10.5, thickMm: 3 }, beside)).toEqual([]);
    expect(substituteWasher({ outsideMm: 28, holeMm: 15, thickMm: 1.5 }, beside)).toHaveLength(3);
    expect(substituteWasher({ outsideMm: 32, holeMm: 9, thickMm: 3 }, beside)[0]).toMatch(/does not go over/);
  });
});
