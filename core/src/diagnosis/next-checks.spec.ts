import fc from 'fast-check';
import { stateMinutes, VEHICLE_STATES, type VehicleState } from '../vehicle';
import {
  assume,
  foundEvidence,
  know,
  lookTells,
  planChecks,
  planWorth,
  saidOf,
  soundLayer,
  worth,
  wornLayer,
  type CheckCandidate,
  type Known,
  type PartEvidence,
  type PlannedCheck,
  type SoundSign,
  type WornFault,
} from '.';

const knownOf = (net: WornFault[], evidence: PartEvidence[] = [], heard: SoundSign[] = []): Known => {
  const signs = { heard, driven: [], unlisted: 0.04, counts: { none: 0.1, two: 0.5, three: 0.1 } };
  return know(net, evidence, soundLayer(net.length, signs, wornLayer(net, evidence)));
};

const prob = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Small vehicles: five parts, four findings that share them, five checks in various states. */
const small = fc
  .record({
    priors: fc.array(prob(0.03, 0.4), { minLength: 5, maxLength: 5 }),
    findings: fc.array(
      fc.record({ leak: prob(0.01, 0.1), qs: fc.array(prob(0.1, 0.9), { minLength: 5, maxLength: 5 }), yes: fc.boolean() }),
      {
        minLength: 2,
        maxLength: 4,
      },
    ),
    checks: fc.array(
      fc.record({
        minutes: fc.integer({ min: 1, max: 3 }),
        states: fc.subarray([...VEHICLE_STATES], { minLength: 1, maxLength: 3 }),
        first: fc.integer({ min: 0, max: 4 }),
        two: fc.boolean(),
        dangerous: fc.boolean(),
        owed: fc.boolean(),
      }),
      { minLength: 4, maxLength: 5 },
    ),
  })
  .map((r) => ({
    known: knownOf(
      r.priors.map((prior, i) => ({ id: `d${i}`, prior, sounds: 0.5 })),
      r.findings
        .slice(0, 1)
        .map((f, i) =>
          foundEvidence(
            `f${i}`,
            { leak: f.leak, links: f.qs.slice(0, 3).map((q, fault) => ({ fault, q })) },
            f.yes ? 1 : 0,
            f.yes ? 0 : 1,
          ),
        ),
      r.findings.slice(1).map((f, i) => ({
        words: `s${i}`,
        ...saidOf(f.yes ? 0.6 : 0.4, f.yes ? 0.03 : 0.97),
        base: 1 - f.leak,
        stay: Float64Array.from([...f.qs.map((q) => 1 - q), 0.75]),
      })),
    ),
    candidates: r.checks.map((c, i): CheckCandidate => ({
      id: `c${i}`,
      minutes: c.minutes,
      states: c.states,
      results: (c.two ? [c.first, (c.first + 1) % 5] : [c.first]).map((fault) => ({
        leak: 0.01,
        links: [{ fault, q: 0.9 }],
        dangerous: c.dangerous,
        owed: c.owed && c.dangerous,
      })),
    })),
  }));

test('worth: the source in full, wear besides a tenth, what is dangerous and owed in full, nothing twice', () => {
  fc.assert(
    fc.property(small, ({ known, candidates }) => {
      for (const c of candidates) {
        const all = lookTells(known.w, c.results);
        const owed = c.results.filter((r) => r.owed).length;
        const w = worth(known, c);
        expect(w).toBeGreaterThanOrEqual(all.source - 1e-12);
        // Never more than everything there is to learn, and the little for each that is owed.
        expect(w).toBeLessThanOrEqual(all.wear + 0.05 * owed + 1e-12);
        if (owed === 0) expect(w).toBeCloseTo(all.source + 0.1 * (all.wear - all.source), 12);
        if (owed === c.results.length) expect(w).toBeCloseTo(all.wear + 0.05 * owed, 12);
      }
    }),
    { numRuns: 60 },
  );
});

/** The best plan there is, by trying every order of every choice and every state. */
function bestWorth(
  k: Known,
  state: VehicleState,
  left: readonly CheckCandidate[],
  most: number,
  steps: PlannedCheck[] = [],
): number {
  let best = planWorth(steps);
  if (steps.length === most) return best;
  for (const c of left) {
    const bits = worth(k, c);
    const after = assume(k, c);
    for (const to of c.states) {
      const step = { id: c.id, state: to, changeMinutes: stateMinutes(state, to), minutes: c.minutes, bits };
      best = Math.max(
        best,
        bestWorth(
          after,
          to,
          left.filter((x) => x !== c),
          most,
          [...steps, step],
        ),
      );
    }
  }
  return best;
}

test('the plan against the exhaustive optimum on small cases', () => {
  const ratios: number[] = [];
  fc.assert(
    fc.property(small, ({ known, candidates }) => {
      const ours = planWorth([...planChecks({ known, candidates, state: 'on-wheels' }, 3)]);
      const best = bestWorth(known, 'on-wheels', candidates, 3);
      expect(ours).toBeLessThanOrEqual(best + 1e-9);
      ratios.push(best > 0 ? ours / best : 1);
    }),
    { numRuns: 40, seed: 7 },
  );
  ratios.sort((a, b) => a - b);
  expect(ratios[0]).toBeGreaterThan(0.8);
  expect(ratios.reduce((a, b) => a + b, 0) / ratios.length).toBeGreaterThan(0.96);
}, 120_000);

const faults = (n: number, prior = 0.2): WornFault[] =>
  Array.from({ length: n }, (_, i) => ({ id: `d${i}`, prior, sounds: 0.5 }));
const known = knownOf(faults(4));
const check = (id: string, faults: number[], states: VehicleState[], minutes = 1, owed = false): CheckCandidate => ({
  id,
  minutes,
  states,
  results: faults.map((fault) => ({ leak: 0.01, links: [{ fault, q: 0.9 }], dangerous: owed, owed })),
});
const plan = (candidates: CheckCandidate[], state: VehicleState = 'on-wheels') =>
  [...planChecks({ known, candidates, state })].map((s) => s.id);

test('one shake that settles two comes before two looks of one each', () =>
  expect(plan([check('one', [0], ['both-hanging']), check('two', [1, 2], ['both-hanging'])])[0]).toBe('two'));
test('what can be done as it stands comes before a lift for one look', () =>
  expect(plan([check('up', [0], ['wheels-off']), check('here', [1], ['on-wheels'])])).toEqual(['here', 'up']));
test('several looks in one state pay for its change', () => {
  // Alone the hanging look would lose to the ramps; together they win.
  const steps = plan([
    check('ramp', [0], ['on-ramps'], 2),
    check('a', [1], ['both-hanging']),
    check('b', [2], ['both-hanging']),
    check('c', [3], ['both-hanging']),
  ]);
  expect(steps.slice(0, 3).sort()).toEqual(['a', 'b', 'c']);
});
test('a danger check that is owed is in the plan even when it tells next to nothing', () => {
  const steps = [
    ...planChecks({
      known: knownOf(faults(4, 1e-5)),
      state: 'on-wheels',
      candidates: [check('idle', [0], ['on-wheels']), check('owed', [1], ['both-hanging'], 1, true)],
    }),
  ];
  expect(steps.map((s) => s.id)).toEqual(['owed']);
});
test('at most five steps, none twice', () => {
  const nine = faults(9);
  const candidates = nine.map((_, i) => check(`c${i}`, [i], ['on-wheels', 'both-hanging']));
  const steps = [...planChecks({ known: knownOf(nine), candidates, state: 'on-wheels' })].map((s) => s.id);
  expect(steps).toHaveLength(5);
  expect(new Set(steps).size).toBe(5);
});
test('what must be in the plan has its place kept, and what comes first comes first', () => {
  const eight = faults(8);
  const candidates = eight.map((_, i) => check(`c${i}`, [i], i < 6 ? ['on-wheels'] : ['under-arm'], i < 6 ? 1 : 3));
  const problem = { known: knownOf(eight), candidates, state: 'on-wheels' as const };
  const steps = [...planChecks({ ...problem, must: [['c6'], ['c7', 'c1']] })].map((s) => s.id);
  expect(steps).toContain('c6');
  expect(steps.some((id) => id === 'c7' || id === 'c1')).toBe(true);
  expect([...planChecks({ ...problem, first: ['c7'] })][0]!.id).toBe('c7');
});
test('a drive is a check like any other: what it is heard to tell, for its minutes', () => {
  const two = faults(2, 0.4);
  const drive: CheckCandidate = {
    id: 'drive',
    minutes: 6,
    states: ['on-wheels'],
    results: [],
    heard: [{ base: 0.99, stay: Float64Array.from([0.1, 1, 0.7]) }],
  };
  const k = knownOf(two);
  expect(worth(k, drive)).toBeGreaterThan(0.2);
  const [knocks, quiet] = [assume(k, drive, true), assume(k, drive, false)];
  expect(knocks.w.makes[0]!).toBeGreaterThan(k.w.makes[0]!);
  expect(quiet.w.makes[0]!).toBeLessThan(k.w.makes[0]!);
  // Wear is not heard: quiet leaves most of it standing.
  expect(quiet.w.worn[0]!).toBeGreaterThan(quiet.w.makes[0]!);
  expect(
    [...planChecks({ known: k, candidates: [drive, check('up', [1], ['wheels-off'], 20)], state: 'on-wheels' })][0]!.id,
  ).toBe('drive');
});
