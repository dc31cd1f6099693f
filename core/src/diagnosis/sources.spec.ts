import { addNode, infer } from 'bayesjs';
import { chanceFrom, type Chance } from '../numeric';
import {
  alsoHeard,
  chanceOfSets,
  componentOf,
  driveTells,
  eachSet,
  foundEvidence,
  heardGiven,
  leftOut,
  makesIf,
  lookTells,
  makesOf,
  saidOf,
  someMakes,
  soundLayer,
  weigh,
  wornLayer,
  type PartEvidence,
  type Signs,
  type SoundSign,
  type WornFault,
} from '.';

/** A small vehicle at random: faults, looks that tie some of them, signs heard and of how it drives. */
function small(seed: number, n = 5) {
  const c = chanceFrom(seed);
  const net: WornFault[] = Array.from({ length: n }, (_, i) => ({
    id: `f${i}`,
    prior: c.between(0.02, 0.3),
    sounds: c.between(0.1, 0.8),
  }));
  const look = (faults: number[], found: boolean) =>
    foundEvidence(
      'look',
      { leak: c.between(0.01, 0.1), links: faults.map((fault) => ({ fault, q: c.between(0.2, 0.9) })) },
      found ? 1 : 0,
      found ? 0 : 1,
    );
  const evidence = [look([0, 1], c.chance(0.5)), look([2], c.chance(0.5)), look([0], c.chance(0.5))];
  const sign = (all: number, what: readonly [number, number]): SoundSign => ({
    words: 'sign',
    ...saidOf(...what),
    base: 1 - c.between(0.01, 0.1),
    stay: Float64Array.from({ length: all }, () => 1 - c.pick([0, c.between(0.1, 0.9)])),
  });
  const off = { ...sign(n + 1, [1, 0]), damped: { faults: Uint8Array.from({ length: n }, (_, i) => Number(i < 2)), by: 0.1 } };
  const signs: Signs = {
    heard: [sign(n + 1, [0.6, 0.03]), sign(n + 1, [0.4, 0.97]), sign(n + 1, [0, 1]), ...(c.chance(0.5) ? [off] : [])],
    driven: [sign(n, [0.7, 0.03]), sign(n, [0.3, 0.97])],
    unlisted: 0.04,
    counts: { none: 0.1, two: 0.5, three: 0.1 },
  };
  return { net, evidence, signs };
}

/** The same by listing every hypothesis about every part at once: worn or not, sounding or not. */
function listed({ net, evidence, signs }: { net: WornFault[]; evidence: readonly PartEvidence[]; signs: Signs }, most = 3) {
  const n = net.length;
  const makes = new Float64Array(n + 1);
  const worn = new Float64Array(n);
  let z = 0;
  let nothing = 0;
  let beyond = 0;
  const said = (s: SoundSign | Signs['driven'][number], on: readonly number[]) => {
    const m = on.reduce((x, f) => x * s.stay[f]!, s.base);
    const d = 'damped' in s && s.damped && on.some((f) => s.damped!.faults[f]) ? s.damped.by : 1;
    return s.a + s.b * (1 - m) * d;
  };
  for (let k = 0; k < 3 ** n * 2; k++) {
    const how = Array.from({ length: n }, (_, i) => Math.floor(k / 2 / 3 ** i) % 3);
    const on = [...how.flatMap((h, i) => (h === 2 ? [i] : [])), ...(k % 2 ? [n] : [])];
    let p = k % 2 ? signs.unlisted : 1 - signs.unlisted;
    how.forEach((h, i) => {
      const f = net[i]!;
      p *= h === 0 ? 1 - f.prior : f.prior * (h === 2 ? f.sounds : 1 - f.sounds);
    });
    for (const e of evidence) p *= e.likelihood(e.faults.map((f) => how[f]!));
    for (const s of signs.driven)
      p *= said(
        s,
        how.flatMap((h, i) => (h ? [i] : [])),
      );
    for (const s of signs.heard) p *= said(s, on);
    p *= [signs.counts.none, 1, signs.counts.two, signs.counts.three][on.length] ?? 0;
    if (on.length > most) {
      beyond += p;
      continue;
    }
    z += p;
    if (on.length === 0) nothing += p;
    for (const f of on) makes[f]! += p;
    how.forEach((h, i) => h && (worn[i]! += p));
  }
  return { z, makes: makes.map((x) => x / z), worn: worn.map((x) => x / z), nothing: nothing / z, beyond: beyond / (z + beyond) };
}

const weighed = (s: ReturnType<typeof small>) => {
  const parts = wornLayer(s.net, s.evidence);
  return weigh(soundLayer(s.net.length, s.signs, parts, 0), parts);
};
const close = (a: ArrayLike<number>, b: ArrayLike<number>, digits = 10) =>
  Array.from(a).forEach((x, i) => expect(x).toBeCloseTo(b[i]!, digits));

test('both layers against listing every hypothesis, on forty small vehicles', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const s = small(seed);
    const w = weighed(s);
    const l = listed(s);
    expect(w.logEvidence).toBeCloseTo(Math.log(l.z), 9);
    close(w.makes, l.makes);
    close(w.worn, l.worn);
    expect(w.nothing).toBeCloseTo(l.nothing, 10);
  }
});

test('against a Bayesian-network library (bayesjs): worn, sounding, heard, named, and how many come with one noise', () => {
  // Two parts and what is not on the list: all sets there are.
  const q = { look: [0.8, 0.5], heard: [0.7, 0.2, 0.25], leak: 0.05, found: 0.02 };
  const prior = [0.2, 0.1];
  const sounds = [0.6, 0.3];
  const unlisted = 0.04;
  const counts = { none: 0.1, two: 0.5, three: 0.1 };
  const net: WornFault[] = prior.map((p, i) => ({ id: `f${i}`, prior: p, sounds: sounds[i]! }));
  const evidence = [foundEvidence('look', { leak: q.found, links: q.look.map((x, fault) => ({ fault, q: x })) }, 1, 0)];
  const heard: SoundSign = { words: 's', ...saidOf(0.6, 0.03), base: 1 - q.leak, stay: Float64Array.from(q.heard, (x) => 1 - x) };
  const parts = wornLayer(net, evidence);
  const w = weigh(soundLayer(2, { heard: [heard], driven: [], unlisted, counts }, parts, 0), parts);

  const T = (p: number) => ({ T: p, F: 1 - p });
  const when = (ids: string[], k: number) => Object.fromEntries(ids.map((id, i) => [id, k & (1 << i) ? 'T' : 'F']));
  const each = (ids: string[], p: (k: number) => number) =>
    Array.from({ length: 1 << ids.length }, (_, k) => ({ when: when(ids, k), then: T(p(k)) }));
  let b = {} as Parameters<typeof addNode>[0];
  const add = (id: string, parents: string[], p: (k: number) => number) => {
    const cpt = parents.length ? each(parents, p) : T(p(0));
    b = addNode(b, { id, states: ['T', 'F'], parents, cpt } as Parameters<typeof addNode>[1]);
  };
  prior.forEach((p, i) => add(`w${i}`, [], () => p));
  prior.forEach((_, i) => add(`s${i}`, [`w${i}`], (k) => (k ? sounds[i]! : 0)));
  add('u', [], () => unlisted);
  const or = (qs: readonly number[], leak: number) => (k: number) =>
    1 - qs.reduce((not, x, i) => (k & (1 << i) ? not * (1 - x) : not), 1 - leak);
  add('look', ['w0', 'w1'], or(q.look, q.found));
  add('heard', ['s0', 's1', 'u'], or(q.heard, q.leak));
  add('named', ['heard'], (k) => (k ? 0.6 : 0.03));
  // Whether somebody comes in with it, by how many there are.
  add(
    'comes',
    ['s0', 's1', 'u'],
    (k) => [counts.none, 1, counts.two, counts.three][[0, 1, 2].filter((i) => k & (1 << i)).length]!,
  );
  const given = { look: 'T', named: 'T', comes: 'T' };
  prior.forEach((_, i) => {
    expect(w.makes[i]).toBeCloseTo(infer(b, { [`s${i}`]: 'T' }, given), 10);
    expect(w.worn[i]).toBeCloseTo(infer(b, { [`w${i}`]: 'T' }, given), 10);
  });
  expect(w.makes[2]).toBeCloseTo(infer(b, { u: 'T' }, given), 10);
  // Nothing sounds: one after the other, each given those before.
  const none =
    infer(b, { s0: 'F' }, given) *
    infer(b, { s1: 'F' }, { ...given, s0: 'F' }) *
    infer(b, { u: 'F' }, { ...given, s0: 'F', s1: 'F' });
  expect(w.nothing).toBeCloseTo(none, 10);
});

test('the chance of every set adds up to one, and to what each makes', () => {
  const w = weighed(small(7));
  const sets = chanceOfSets(w);
  let all = 0;
  eachSet(w.sets, sets, (p) => (all += p));
  expect(all).toBeCloseTo(1, 10);
  close(makesOf(w.sets, sets), w.makes);
  expect(someMakes(w, [0, 1, 2, 3, 4, 5])).toBeCloseTo(1 - w.nothing, 10);
  expect(someMakes(w, [2])).toBeCloseTo(w.makes[2]!, 10);
});

test('what is left out is under the bound that is given: pairs alone, against threes listed', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const s = small(seed);
    const parts = wornLayer(s.net, s.evidence);
    // Pairs alone: the threes' share, by listing, is what was left out.
    const pairs = weigh(soundLayer(s.net.length, { ...s.signs, counts: { ...s.signs.counts, three: 0 } }, parts), parts);
    const open = { ...pairs.sets, signs: s.signs };
    const bound = leftOut(weigh(open, parts));
    const { beyond } = listed(s, 2);
    expect(bound).toBeGreaterThanOrEqual(beyond - 1e-12);
    expect(bound).toBeLessThan(1);
    // With all the threes there are, nothing is left.
    expect(leftOut(weighed(s))).toBeLessThan(0.01);
  }
});

describe('what a check and a drive tell, against listing every outcome', () => {
  const entropy = (ps: readonly number[]) => ps.reduce((h, p) => (p > 0 ? h - p * Math.log2(p) : h), 0);
  test.each([false, true])('I(source; results) and P(found), how it drives said of: %p', (drives) => {
    for (let seed = 1; seed <= 12; seed++) {
      const s = small(seed);
      if (!drives) s.signs = { ...s.signs, driven: [] };
      const w = weighed(s);
      const results = [
        {
          leak: 0.01,
          links: [
            { fault: 0, q: 0.9 },
            { fault: 1, q: 0.5 },
          ],
        },
        { leak: 0.02, links: [{ fault: 3, q: 0.8 }] },
      ];
      const told = lookTells(w, results);
      // By adding each outcome as evidence: P(outcome), and what is known of the sets after it.
      const before: number[] = [];
      eachSet(w.sets, chanceOfSets(w), (p) => before.push(p));
      let after = 0;
      let found0 = 0;
      for (const [a, b] of [
        [0, 0],
        [0, 1],
        [1, 0],
        [1, 1],
      ] as const) {
        const ev = [...s.evidence, foundEvidence('a', results[0]!, a, 1 - a), foundEvidence('b', results[1]!, b, 1 - b)];
        const x = weigh(w.sets, wornLayer(s.net, ev));
        const p = Math.exp(x.logEvidence - w.logEvidence);
        const sets: number[] = [];
        eachSet(x.sets, chanceOfSets(x), (q) => sets.push(q));
        after += p * entropy(sets);
        if (a) found0 += p;
      }
      expect(told.found[0]).toBeCloseTo(found0, 9);
      if (drives) {
        expect(told.source).toBeLessThan(entropy(before) - after + 1e-9);
        expect(told.source).toBeGreaterThan(0.85 * (entropy(before) - after));
      } else expect(told.source).toBeCloseTo(entropy(before) - after, 8);
      expect(told.wear).toBeGreaterThanOrEqual(told.source);
    }
  });
  test('I(worn; results) where nothing is heard: the drop in doubt about what is worn', () => {
    const s = small(3);
    const quiet = { ...s, signs: { ...s.signs, heard: [], driven: [] } };
    const w = weighed(quiet);
    const r = { leak: 0.05, links: [{ fault: 3, q: 0.7 }] };
    const p = w.worn[3]!;
    const found = p * (1 - 0.95 * 0.3) + (1 - p) * 0.05;
    const h = (x: number) => entropy([x, 1 - x]);
    expect(lookTells(w, [r]).wear).toBeCloseTo(h(found) - p * h(1 - 0.95 * 0.3) - (1 - p) * h(0.05), 9);
  });
  test('a drive: I(source; heard), and both outcomes average to what was known', () => {
    const s = small(5);
    const w = weighed(s);
    const m = { base: 0.98, stay: Float64Array.from([0.2, 0.9, 1, 0.5, 1, 0.7]) };
    const heard = heardGiven(w, m);
    const { source, chance } = driveTells(w, [heard]);
    const before: number[] = [];
    eachSet(w.sets, chanceOfSets(w), (p) => before.push(p));
    let after = 0;
    const mean = new Float64Array(6);
    for (const knocks of [true, false]) {
      const x = weigh(alsoHeard(w.sets, heard, knocks), w.parts);
      const p = Math.exp(x.logEvidence - w.logEvidence);
      expect(p).toBeCloseTo(knocks ? chance[0]! : 1 - chance[0]!, 10);
      const sets: number[] = [];
      eachSet(x.sets, chanceOfSets(x), (q) => sets.push(q));
      after += p * entropy(sets);
      x.makes.forEach((q, f) => (mean[f]! += p * q));
    }
    expect(source).toBeCloseTo(entropy(before) - after, 9);
    close(mean, w.makes);
  });
});

test('weighed again from an earlier one is the same as weighed anew', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const s = small(seed);
    const w = weighed(s);
    const more = [...s.evidence, foundEvidence('more', { leak: 0.03, links: [{ fault: 3, q: 0.8 }] }, 1, 0)];
    for (const evidence of [more, s.evidence.slice(1), s.evidence.slice(0, 2)]) {
      const parts = wornLayer(s.net, evidence);
      const [again, anew] = [weigh(w.sets, parts, w), weigh(w.sets, parts)];
      close(again.makes, anew.makes, 11);
      close(again.worn, anew.worn, 11);
      expect(again.logEvidence).toBeCloseTo(anew.logEvidence, 10);
      expect(again.nothing).toBeCloseTo(anew.nothing, 11);
    }
  }
});

test('had one component other evidence: the same as weighed anew', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const s = small(seed);
    const w = weighed(s);
    const part = w.at[0]!.part;
    const { faults } = w.parts[part]!;
    const others = s.evidence.filter((e) => e.faults.some((f) => faults.includes(f))).slice(1);
    const anew = weigh(w.sets, wornLayer(s.net, s.evidence.slice(1)));
    close(
      makesIf(w, part, componentOf(s.net, faults, others), [0, 1, 3]),
      [0, 1, 3].map((f) => anew.makes[f]!),
      11,
    );
  }
});

test('forty findings weigh like five: the sums stay where a product of forty would leave the doubles', () => {
  const c: Chance = chanceFrom(4);
  const net = Array.from({ length: 60 }, (_, i): WornFault => ({ id: `f${i}`, prior: 0.05, sounds: 0.4 }));
  const evidence = Array.from({ length: 120 }, (_, i) =>
    foundEvidence('look', { leak: 1e-6, links: [{ fault: i % 60, q: 0.9 }] }, i % 3 ? 0 : 1, i % 3 ? 1 : 0),
  );
  const heard = Array.from({ length: 40 }, (): SoundSign => ({
    words: 'sign',
    ...saidOf(0.6, 1e-9),
    base: 0.97,
    stay: Float64Array.from({ length: 61 }, () => 1 - c.between(0, 0.9)),
  }));
  const parts = wornLayer(net, evidence);
  const w = weigh(
    soundLayer(60, { heard, driven: [], unlisted: 0.04, counts: { none: 0.1, two: 0.5, three: 0.1 } }, parts),
    parts,
  );
  expect(Number.isFinite(w.logEvidence)).toBe(true);
  expect(w.logEvidence).toBeLessThan(-100);
  for (const p of [...w.makes, ...w.worn]) expect(p >= 0 && p <= 1).toBe(true);
});
