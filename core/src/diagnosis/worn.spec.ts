import fc from 'fast-check';
import {
  componentOf,
  foundEvidence,
  MOST_TIED,
  SILENT,
  SOUND,
  SOUNDING,
  soundsAt,
  tied,
  wornLayer,
  type NoisyOr,
  type WornFault,
} from '.';

const net = (...priors: number[]): WornFault[] => priors.map((prior, i) => ({ id: `f${i}`, prior, sounds: 0.5 }));
/** P(worn | evidence) of a layer with nothing to hear. */
const posteriors = (faults: readonly WornFault[], layer: ReturnType<typeof wornLayer>) =>
  faults.map((_, f) => {
    const c = layer.find((x) => x.faults.includes(f))!;
    const bit = 1 << c.faults.indexOf(f);
    let [on, all] = [0, 0];
    c.weight.forEach((w, k) => {
      all += w;
      if (c.worn[k]! & bit) on += w;
    });
    return on / all;
  });
const finding = (leak: number, ...qs: number[]): NoisyOr => ({
  leak,
  links: qs.flatMap((q, fault) => (q > 0 ? [{ fault, q }] : [])),
});

describe('noisy-OR, to the digits of compute.md (reckoned by hand from QMR-DT, Shwe et al. 1991)', () => {
  const faults = net(0.02, 0.05, 0.01);
  const f0 = finding(0.01, 0.8, 0, 0.4);
  const f1 = finding(0.02, 0.3, 0.6, 0);
  const f2 = finding(0.005, 0, 0.5, 0.9);
  test.each([
    ['found, found, not', [1, 0], 0.00534905379, [0.93574774, 0.08219853, 0.00356858]],
    ['found, said softly, not', [0.8, 0.2], 0.00825352038, [0.73758561, 0.04763376, 0.01115539]],
  ] as const)('%s', (_, [ifFound, ifNot], z, ps) => {
    const layer = wornLayer(faults, [
      foundEvidence('f0', f0, 1, 0),
      foundEvidence('f1', f1, ifFound, ifNot),
      foundEvidence('f2', f2, 0, 1),
    ]);
    expect(layer).toHaveLength(1);
    expect(layer[0]!.weight.reduce((a, b) => a + b, 0)).toBeCloseTo(z, 11);
    posteriors(faults, layer).forEach((p, i) => expect(p).toBeCloseTo(ps[i]!, 8));
  });
});

test('the chance of sounding grows with play: none at none, as the table says at the play worn ones usually have', () => {
  const plays = [0, 0.2, 0.5, 1, 2];
  const p = plays.map((mm) => soundsAt(0.6, mm, 0.5));
  expect(p[0]).toBe(0);
  expect(p[2]).toBeCloseTo(0.6, 12);
  // By hand: 1 − 0.4^(1 / 0.5).
  expect(p[3]).toBeCloseTo(0.84, 12);
  p.slice(1).forEach((x, i) => expect(x).toBeGreaterThan(p[i]!));
});

test('soundness, silence and sounding are told apart, and only wear is found', () => {
  const e = foundEvidence('moves', finding(0.1, 0.8), 1, 0);
  expect(e.likelihood([SOUND])).toBeCloseTo(0.1, 12);
  expect(e.likelihood([SILENT])).toBeCloseTo(0.82, 12);
  expect(e.likelihood([SOUNDING])).toBe(e.likelihood([SILENT]));
});

test('what is tied is in one component, each fault in exactly one, and nothing else changes it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 14 }), fc.array(fc.tuple(fc.nat(13), fc.nat(13)), { maxLength: 5 }), (n, pairs) => {
      const ev = pairs
        .map(([a, b]) => [a % n, b % n] as const)
        .map(([a, b]) => ({ words: '', faults: a === b ? [a] : [a, b], likelihood: () => 1 }));
      const groups = tied(n, ev);
      expect(groups.flatMap((g) => g.faults).sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => i));
      expect(groups.flatMap((g) => g.evidence)).toHaveLength(ev.length);
      for (const e of ev) expect(groups.filter((g) => e.faults.some((f) => g.faults.includes(f)))).toHaveLength(1);
    }),
    { numRuns: 60 },
  );
});

test('bad input is refused by its name: priors, strengths, too many tied, evidence that cannot be', () => {
  expect(() => wornLayer([{ id: 'link', prior: NaN, sounds: 0.5 }], [])).toThrow(/prior of link must be a number/);
  expect(() => wornLayer([{ id: 'link', prior: 0.1, sounds: 1 }], [])).toThrow(
    /chance that link sounds must be between 0 and 0.99/,
  );
  expect(() => foundEvidence('the rock', finding(0.1, 1.2), 1, 0)).toThrow(/strength of the rock/);
  expect(() => wornLayer(net(0.1), [{ words: 'x', faults: [3], likelihood: () => 1 }])).toThrow(/fault of x is not in the list/);
  const many = Array.from({ length: MOST_TIED + 1 }, (_, i) => i);
  expect(() => componentOf(net(...many.map(() => 0.1)), many, [])).toThrow(/number of parts one look ties together/);
  expect(() => wornLayer(net(0.1), [{ words: 'x', faults: [0], likelihood: () => 0 }])).toThrow(/cannot all be true/);
});
