import { addNode, infer } from 'bayesjs';
import fc from 'fast-check';
import { logEvidence, posterior, type Evidence, type Network } from '.';

/** The worked net of the handbook: three faults, three findings. */
const NET: Network = {
  faults: [
    { id: 'd0', prior: 0.02 },
    { id: 'd1', prior: 0.05 },
    { id: 'd2', prior: 0.01 },
  ],
  findings: [
    {
      id: 'f0',
      leak: 0.01,
      links: [
        { fault: 0, q: 0.8 },
        { fault: 2, q: 0.4 },
      ],
    },
    {
      id: 'f1',
      leak: 0.02,
      links: [
        { fault: 0, q: 0.3 },
        { fault: 1, q: 0.6 },
      ],
    },
    {
      id: 'f2',
      leak: 0.005,
      links: [
        { fault: 1, q: 0.5 },
        { fault: 2, q: 0.9 },
      ],
    },
  ],
};

/** Every combination of faults, summed: slow, and right by its simplicity. */
function enumerate(net: Network, said: readonly Evidence[]) {
  const n = net.faults.length;
  let z = 0;
  const on = new Array<number>(n).fill(0);
  for (let s = 0; s < 1 << n; s++) {
    let p = 1;
    net.faults.forEach((f, i) => (p *= s & (1 << i) ? f.prior : 1 - f.prior));
    for (const e of said) {
      const f = net.findings[e.finding]!;
      let not = 1 - f.leak;
      for (const l of f.links) if (s & (1 << l.fault)) not *= 1 - l.q;
      p *= e.ifNot * not + e.ifFound * (1 - not);
    }
    z += p;
    for (let i = 0; i < n; i++) if (s & (1 << i)) on[i]! += p;
  }
  return { evidence: z, faults: on.map((x) => x / z) };
}

const yes = (finding: number): Evidence => ({ finding, ifFound: 1, ifNot: 0 });
const no = (finding: number): Evidence => ({ finding, ifFound: 0, ifNot: 1 });

describe('exact posteriors of a noisy-OR net', () => {
  test('f0+ f1+ f2−', () => {
    const p = posterior(NET, [yes(0), yes(1), no(2)]);
    expect(Math.exp(p.logEvidence)).toBeCloseTo(0.00534905379, 11);
    [0.93574774, 0.08219853, 0.00356858].forEach((x, i) => expect(p.faults[i]).toBeCloseTo(x, 8));
  });
  test('f0+, f1 soft .8/.2, f2−', () => {
    const p = posterior(NET, [yes(0), { finding: 1, ifFound: 0.8, ifNot: 0.2 }, no(2)]);
    expect(Math.exp(p.logEvidence)).toBeCloseTo(0.00825352038, 11);
    [0.73758561, 0.04763376, 0.01115539].forEach((x, i) => expect(p.faults[i]).toBeCloseTo(x, 8));
  });

  const arb = fc.record({
    priors: fc.array(fc.double({ min: 0.001, max: 0.6, noNaN: true }), { minLength: 1, maxLength: 6 }),
    findings: fc.array(
      fc.record({
        leak: fc.double({ min: 0.001, max: 0.3, noNaN: true }),
        qs: fc.array(fc.double({ min: 0, max: 0.99, noNaN: true }), { minLength: 6, maxLength: 6 }),
        say: fc.integer({ min: 0, max: 3 }),
      }),
      { minLength: 1, maxLength: 6 },
    ),
  });
  const make = (r: { priors: number[]; findings: { leak: number; qs: number[]; say: number }[] }) => ({
    net: {
      faults: r.priors.map((prior, i) => ({ id: `d${i}`, prior })),
      findings: r.findings.map((f, i) => ({
        id: `f${i}`,
        leak: f.leak,
        links: r.priors.map((_, k) => ({ fault: k, q: f.qs[k]! })),
      })),
    },
    said: r.findings.flatMap((f, i): Evidence[] =>
      f.say === 0 ? [] : f.say === 1 ? [yes(i)] : f.say === 2 ? [no(i)] : [{ finding: i, ifFound: 0.7, ifNot: 0.2 }],
    ),
  });

  test('agrees with full enumeration on random nets', () => {
    fc.assert(
      fc.property(arb, (r) => {
        const { net, said } = make(r);
        const a = posterior(net, said);
        const b = enumerate(net, said);
        expect(a.logEvidence - Math.log(b.evidence)).toBeCloseTo(0, 10);
        expect(logEvidence(net, said)).toBeCloseTo(a.logEvidence, 12);
        a.faults.forEach((p, i) => expect(p).toBeCloseTo(b.faults[i]!, 11));
      }),
      { numRuns: 150 },
    );
  });

  test('agrees with an independent library (bayesjs) on the worked net', () => {
    // Noisy-OR written out as tables for a general network.
    let net = {} as Parameters<typeof addNode>[0];
    for (const f of NET.faults)
      net = addNode(net, { id: f.id, states: ['T', 'F'], parents: [], cpt: { T: f.prior, F: 1 - f.prior } });
    for (const f of NET.findings) {
      const parents = f.links.map((l) => NET.faults[l.fault]!.id);
      const cpt = [0, 1, 2, 3].map((s) => {
        let not = 1 - f.leak;
        f.links.forEach((l, k) => (not *= s & (1 << k) ? 1 - l.q : 1));
        return {
          when: Object.fromEntries(parents.map((id, k) => [id, s & (1 << k) ? 'T' : 'F'])),
          then: { T: 1 - not, F: not },
        };
      });
      net = addNode(net, { id: f.id, states: ['T', 'F'], parents, cpt });
    }
    const given = { f0: 'T', f1: 'T', f2: 'F' };
    const ours = posterior(NET, [yes(0), yes(1), no(2)]);
    NET.faults.forEach((f, i) => expect(ours.faults[i]).toBeCloseTo(infer(net, { [f.id]: 'T' }, given), 10));
  });

  test('no evidence gives the priors; order does not matter; saying nothing changes nothing', () => {
    fc.assert(
      fc.property(arb, (r) => {
        const { net, said } = make(r);
        posterior(net, []).faults.forEach((p, i) => expect(p).toBeCloseTo(net.faults[i]!.prior, 12));
        const a = posterior(net, said);
        const b = posterior(net, [...said].reverse());
        a.faults.forEach((p, i) => expect(p).toBeCloseTo(b.faults[i]!, 11));
        const silent = net.findings.findIndex((_, i) => !said.some((e) => e.finding === i));
        if (silent >= 0)
          posterior(net, [...said, { finding: silent, ifFound: 0.5, ifNot: 0.5 }]).faults.forEach((p, i) =>
            expect(p).toBeCloseTo(a.faults[i]!, 11),
          );
      }),
      { numRuns: 60 },
    );
  });

  test('bad input is named', () => {
    expect(() => posterior({ ...NET, faults: [{ id: 'd0', prior: 1.2 }] }, [])).toThrow(/prior of d0 must be between 0 and 1/);
    expect(() => posterior(NET, [yes(9)])).toThrow(/finding is not in the network/);
    expect(() => posterior(NET, [yes(0), no(0)])).toThrow(/finding f0 is said twice/);
    expect(() =>
      posterior({ faults: [{ id: 'd', prior: 0 }], findings: [{ id: 'f', leak: 0, links: [{ fault: 0, q: 0.5 }] }] }, [yes(0)]),
    ).toThrow(/cannot all be true/);
  });
});
