import { all, create, type BigNumber } from 'mathjs';
import fc from 'fast-check';
import { largeNet } from '../test/large-net';
import { eliminate, logEvidence, posterior, type Evidence, type Network } from '.';

/**
 * Signed inclusion–exclusion over the positive findings (Quickscore, Heckerman 1989), in whatever
 * arithmetic it is given: P = Σ (−1)^|S| ∏ leaks ∏_faults (1 − p + p ∏ (1 − q)).
 */
function quickscore<T>(
  net: Network,
  said: readonly Evidence[],
  m: { of(x: number): T; mul(a: T, b: T): T; add(a: T, b: T): T; div(a: T, b: T): T },
): T[] {
  const yes = said.filter((e) => e.ifFound === 1).map((e) => net.findings[e.finding]!);
  const no = said.filter((e) => e.ifFound === 0).map((e) => net.findings[e.finding]!);
  const one = m.of(1);
  const not = (x: T) => m.add(one, m.mul(m.of(-1), x));
  const stay = net.faults.map((_, i) =>
    no.reduce((p, f) => {
      const l = f.links.find((x) => x.fault === i);
      return l ? m.mul(p, not(m.of(l.q))) : p;
    }, one),
  );
  const q = yes.map((f) =>
    net.faults.map((_, i) => {
      const l = f.links.find((x) => x.fault === i);
      return l ? not(m.of(l.q)) : undefined;
    }),
  );
  let z = m.of(0);
  const on = net.faults.map(() => m.of(0));
  for (let s = 0; s < 1 << yes.length; s++) {
    let sign = m.of(1);
    yes.forEach((f, k) => {
      if (s & (1 << k)) sign = m.mul(sign, m.mul(m.of(-1), not(m.of(f.leak))));
    });
    const per = net.faults.map((f, i) => {
      let w = m.mul(m.of(f.prior), stay[i]!);
      for (let k = 0; k < yes.length; k++) if (s & (1 << k) && q[k]![i] !== undefined) w = m.mul(w, q[k]![i]!);
      return { w, all: m.add(not(m.of(f.prior)), w) };
    });
    const product = per.reduce((p, x) => m.mul(p, x.all), sign);
    z = m.add(z, product);
    per.forEach((x, i) => (on[i] = m.add(on[i]!, m.div(m.mul(product, x.w), x.all))));
  }
  return on.map((x) => m.div(x, z));
}

const doubles = {
  of: (x: number) => x,
  mul: (a: number, b: number) => a * b,
  add: (a: number, b: number) => a + b,
  div: (a: number, b: number) => a / b,
};

test('against extended precision: right to 1e-12 where signed sums in doubles lose their digits', () => {
  const { net, said } = largeNet(11);
  const math = create(all!, { number: 'BigNumber', precision: 60 });
  const exact = quickscore<BigNumber>(net, said, {
    of: (x) => math.bignumber(x) as unknown as BigNumber,
    mul: (a, b) => a.times(b),
    add: (a, b) => a.plus(b),
    div: (a, b) => a.div(b),
  }).map((x) => x.toNumber());
  const ours = posterior(net, said).faults;
  const signed = quickscore(net, said, doubles);
  const worst = (xs: readonly number[]) => Math.max(...xs.map((x, i) => Math.abs(x - exact[i]!)));
  expect(worst(ours)).toBeLessThan(1e-12);
  expect(worst(signed)).toBeGreaterThan(1e3 * worst(ours));
}, 60_000);

test('twenty positive findings at once fit and give probabilities', () => {
  const { net, said } = largeNet(20);
  const p = posterior(net, said);
  for (const x of p.faults) {
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x).toBeLessThanOrEqual(1);
  }
  expect(p.faults.some((x, i) => x > 2 * net.faults[i]!.prior)).toBe(true);
}, 60_000);

test('more than twenty at once are refused by name', () => {
  const net: Network = {
    faults: [{ id: 'd', prior: 0.1 }],
    findings: Array.from({ length: 21 }, (_, i) => ({ id: `f${i}`, leak: 0.1, links: [{ fault: 0, q: 0.5 }] })),
  };
  expect(() =>
    posterior(
      net,
      net.findings.map((_, finding) => ({ finding, ifFound: 1, ifNot: 0 })),
    ),
  ).toThrow(/number of positive findings must be 20 or fewer at once/);
});

test('evidence of probability 1e-20 and far below is safe', () => {
  // One fault explains forty findings that nothing else does: hopeless without scaling, plain with it.
  const net: Network = {
    faults: [{ id: 'cause', prior: 1e-12 }, ...Array.from({ length: 40 }, (_, i) => ({ id: `other${i}`, prior: 1e-9 }))],
    findings: Array.from({ length: 15 }, (_, i) => ({
      id: `f${i}`,
      leak: 1e-25,
      links: [
        { fault: 0, q: 0.5 },
        { fault: i + 1, q: 1e-6 },
      ],
    })),
  };
  const p = posterior(
    net,
    net.findings.map((_, finding) => ({ finding, ifFound: 1, ifNot: 0 })),
  );
  expect(p.faults[0]).toBeCloseTo(1, 9);
  expect(p.logEvidence).toBeCloseTo(Math.log(1e-12) + 15 * Math.log(0.5), 4);
  expect(p.logEvidence).toBeLessThan(Math.log(1e-16));
});

const net = fc.record({
  priors: fc.array(fc.double({ min: 0.01, max: 0.5, noNaN: true }), { minLength: 2, maxLength: 7 }),
  findings: fc.array(
    fc.record({
      leak: fc.double({ min: 0.001, max: 0.3, noNaN: true }),
      qs: fc.array(fc.double({ min: 0.05, max: 0.95, noNaN: true }), { minLength: 7, maxLength: 7 }),
      mask: fc.integer({ min: 1, max: 127 }),
    }),
    { minLength: 1, maxLength: 8 },
  ),
});
const made = (r: { priors: number[]; findings: { leak: number; qs: number[]; mask: number }[] }): Network => ({
  faults: r.priors.map((prior, i) => ({ id: `d${i}`, prior })),
  findings: r.findings.map((f, i) => ({
    id: `f${i}`,
    leak: f.leak,
    links: r.priors.flatMap((_, k) => (f.mask & (1 << k) ? [{ fault: k, q: f.qs[k]! }] : [])),
  })),
});

test('a positive finding never lowers all of its causes', () => {
  fc.assert(
    fc.property(net, (r) => {
      const n = made(r);
      const base = n.findings.slice(1).map((_, i): Evidence => ({ finding: i + 1, ifFound: i % 2, ifNot: 1 - (i % 2) }));
      const without = posterior(n, base).faults;
      const withIt = posterior(n, [...base, { finding: 0, ifFound: 1, ifNot: 0 }]).faults;
      const causes = n.findings[0]!.links.map((l) => l.fault);
      if (causes.length) expect(causes.some((c) => withIt[c]! >= without[c]! - 1e-12)).toBe(true);
    }),
    { numRuns: 150 },
  );
});

test('a finding whose causes are cut off from a fault changes nothing for it', () => {
  const two: Network = {
    faults: [
      { id: 'a', prior: 0.1 },
      { id: 'b', prior: 0.2 },
    ],
    findings: [
      { id: 'fa', leak: 0.01, links: [{ fault: 0, q: 0.8 }] },
      { id: 'fb', leak: 0.01, links: [{ fault: 1, q: 0.8 }] },
    ],
  };
  const alone = posterior(two, [{ finding: 0, ifFound: 1, ifNot: 0 }]).faults[0];
  expect(
    posterior(two, [
      { finding: 0, ifFound: 1, ifNot: 0 },
      { finding: 1, ifFound: 1, ifNot: 0 },
    ]).faults[0],
  ).toBeCloseTo(alone!, 14);
});

test('what-ifs from kept tables are what holding the faults and starting over gives', () => {
  fc.assert(
    fc.property(
      net,
      fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 3 }),
      fc.boolean(),
      (r, set, on) => {
        const n = made(r);
        const faults = set.filter((f) => f < n.faults.length);
        const said = n.findings.map((_, i): Evidence => ({
          finding: i,
          ifFound: i % 3 === 1 ? 0 : 1,
          ifNot: i % 3 === 1 ? 1 : 0.1,
        }));
        const held = { ...n, faults: n.faults.map((f, i) => (faults.includes(i) ? { ...f, prior: on ? 1 : 0 } : f)) };
        const prior = faults.reduce((p, f) => p * (on ? n.faults[f]!.prior : 1 - n.faults[f]!.prior), 1);
        expect(eliminate(n, said).logHeld(faults, on)).toBeCloseTo(Math.log(prior) + logEvidence(held, said), 9);
      },
    ),
    { numRuns: 200 },
  );
});

test('what-ifs of a net too wide to keep its tables agree as well', () => {
  const { net: wide, said } = largeNet(19);
  const e = eliminate(wide, said);
  expect(Math.exp(e.logHeld([3], true) - e.logEvidence)).toBeCloseTo(e.faults[3]!, 9);
}, 60_000);
