import fc from 'fast-check';
import { stateMinutes, VEHICLE_STATES, type VehicleState } from '../vehicle';
import {
  assume,
  information,
  know,
  planChecks,
  planWorth,
  eliminate,
  worth,
  type CheckCandidate,
  type Evidence,
  type Known,
  type Network,
  type PlannedCheck,
} from '.';

const H = (p: readonly number[]) => p.reduce((h, x) => h + (x > 0 ? -x * Math.log2(x) : 0), 0);

/** I(all faults; results) by listing every combination of faults and results. */
function informationListed(net: Network, said: readonly Evidence[], results: CheckCandidate['results']): number {
  const n = net.faults.length;
  const joint: number[] = [];
  const given: number[] = [];
  let z = 0;
  for (let s = 0; s < 1 << n; s++) {
    let p = 1;
    net.faults.forEach((f, i) => (p *= s & (1 << i) ? f.prior : 1 - f.prior));
    const chance = (r: { leak: number; links: readonly { fault: number; q: number }[] }) =>
      1 - r.links.reduce((x, l) => (s & (1 << l.fault) ? x * (1 - l.q) : x), 1 - r.leak);
    for (const e of said) {
      const found = chance(net.findings[e.finding]!);
      p *= e.ifFound * found + e.ifNot * (1 - found);
    }
    z += p;
    const fs = results.map(chance);
    for (let o = 0; o < 1 << results.length; o++) {
      const x = fs.reduce((y, f, i) => y * (o & (1 << i) ? f : 1 - f), p);
      joint[o] = (joint[o] ?? 0) + x;
    }
    given.push(p * fs.reduce((h, f) => h + H([f, 1 - f]), 0));
  }
  return H(joint.map((x) => x / z)) - given.reduce((a, b) => a + b, 0) / z;
}

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
    net: {
      faults: r.priors.map((prior, i) => ({ id: `d${i}`, prior })),
      findings: r.findings.map((f, i) => ({ id: `f${i}`, leak: f.leak, links: f.qs.map((q, fault) => ({ fault, q })) })),
    },
    said: r.findings.map((f, finding): Evidence => ({ finding, ifFound: f.yes ? 1 : 0, ifNot: f.yes ? 0 : 1 })),
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

test('what a check tells is the mutual information, as listing every combination gives it', () => {
  fc.assert(
    fc.property(small, ({ net, said, candidates }) => {
      const p = eliminate(net, said);
      for (const c of candidates) {
        // Exact, but for parts so unlikely that they are taken as apart from the others.
        const digits = c.results.every((r) => r.links.every((l) => p.faults[l.fault]! > 0.004)) ? 7 : 2;
        expect(information(net, said, p, c.results)).toBeCloseTo(informationListed(net, said, c.results), digits);
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
    fc.property(small, ({ net, said, candidates }) => {
      const ours = planWorth([...planChecks({ net, said, candidates, state: 'on-wheels' }, 3)]);
      const best = bestWorth(know(net, said), 'on-wheels', candidates, 3);
      expect(ours).toBeLessThanOrEqual(best + 1e-9);
      ratios.push(best > 0 ? ours / best : 1);
    }),
    { numRuns: 40, seed: 7 },
  );
  ratios.sort((a, b) => a - b);
  expect(ratios[0]).toBeGreaterThan(0.8);
  expect(ratios.reduce((a, b) => a + b, 0) / ratios.length).toBeGreaterThan(0.96);
}, 120_000);

const net: Network = { faults: Array.from({ length: 4 }, (_, i) => ({ id: `d${i}`, prior: 0.2 })), findings: [] };
const check = (id: string, faults: number[], states: VehicleState[], minutes = 1, owed = false): CheckCandidate => ({
  id,
  minutes,
  states,
  results: faults.map((fault) => ({ leak: 0.01, links: [{ fault, q: 0.9 }], dangerous: owed, owed })),
});
const plan = (candidates: CheckCandidate[], state: VehicleState = 'on-wheels') =>
  [...planChecks({ net, said: [], candidates, state })].map((s) => s.id);

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
  const quiet: Network = { ...net, faults: net.faults.map((f) => ({ ...f, prior: 1e-4 })) };
  const steps = [
    ...planChecks({
      net: quiet,
      said: [],
      state: 'on-wheels',
      candidates: [check('idle', [0], ['on-wheels']), check('owed', [1], ['both-hanging'], 1, true)],
    }),
  ];
  expect(steps.map((s) => s.id)).toEqual(['owed']);
});
test('at most five steps, none twice', () => {
  const nine: Network = { ...net, faults: Array.from({ length: 9 }, (_, i) => ({ id: `d${i}`, prior: 0.2 })) };
  const candidates = nine.faults.map((_, i) => check(`c${i}`, [i], ['on-wheels', 'both-hanging']));
  const steps = [...planChecks({ net: nine, said: [], candidates, state: 'on-wheels' })].map((s) => s.id);
  expect(steps).toHaveLength(5);
  expect(new Set(steps).size).toBe(5);
});
