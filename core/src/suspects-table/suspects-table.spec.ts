import { createHash } from 'node:crypto';
import { JOINT_KINDS } from '../joint';
import { STRUT_TYPE } from '../test';
import { readStoredTable, readSuspectsTable, SHIPPED } from '.';
import { faultStrength, LIKENESSES, type SuspectsTable } from '../diagnosis';

const changed = (change: (s: Record<string, never>) => void): unknown => {
  const copy = structuredClone(SHIPPED) as unknown as Record<string, never>;
  change(copy);
  return copy;
};
type Loose = Record<string, Record<string, Record<string, unknown>>>;

test('no number of the table that ships changes unseen: whoever changes one on purpose says so here', () => {
  const digest = createHash('sha256').update(JSON.stringify(SHIPPED.faults)).digest('hex').slice(0, 16);
  expect(digest).toBe('a0238a4a192c2e8d');
});

test('a file read back is the same table', () => {
  expect(readSuspectsTable(JSON.parse(JSON.stringify(SHIPPED)))).toEqual(SHIPPED);
  expect(SHIPPED.provenance).toMatch(/no published source/);
});

test.each<[string, (s: Loose) => void, RegExp]>([
  [
    'a probability above 1',
    (s) => (s['faults']!['link-lower']!['prior'] = 1.2),
    /prior of link-lower must be a probability between 0 and 1 \(given: 1.2\)/,
  ],
  [
    'a strength that is text',
    (s) => ((s['faults']!['spring']!['signs'] as Record<string, unknown>)['rattle'] = '0.3'),
    /signs of spring, rattle must be a probability/,
  ],
  [
    'an unknown fault',
    (s) => (s['faults']!['flux'] = { prior: 0.1, signs: {} }),
    /fault is not one this program knows \(given: flux\)/,
  ],
  [
    'an unknown sign',
    (s) => ((s['faults']!['damper']!['signs'] as Record<string, unknown>)['wail'] = 0.3),
    /signs of damper is not one this program knows \(given: wail\)/,
  ],
  ['a fault left out', (s) => delete s['faults']!['damper'], /fault damper is missing/],
  ['a leak left out', (s) => delete s['leaks']!['rattle'], /leaks, rattle is missing/],
  [
    'a seen defect unknown',
    (s) => (s['seen']!['dented'] = { leak: 0, by: {} }),
    /seen is not one this program knows \(given: dented\)/,
  ],
  [
    'a factor of nothing',
    (s) => ((s['priors'] as Record<string, unknown>)['kerbSide'] = 0),
    /priors, kerbSide must be a number above 0/,
  ],
  [
    'no provenance',
    (s) => ((s as unknown as Record<string, string>)['provenance'] = ' '),
    /provenance of the suspects table must say/,
  ],
  [
    'a part that sounds for certain',
    (s) => (s['faults']!['damper']!['sounds'] = 1 as never),
    /chance that the damper sounds must be a probability between 0 and 0.99/,
  ],
  [
    'a sign that is named as often wrongly as where it is',
    (s) => (s['naming']!['when'] = { named: 0.3, wrongly: 0.3 }),
    /naming, when must be named more often where it is there than wrongly/,
  ],
  [
    'worn joints with less play than sound ones',
    (s) => ((s['play']!['by'] as Record<string, unknown>)['damper'] = { soundMm: 1, wornMm: 0.5 }),
    /play, damper, wornMm must be a number above 1/,
  ],
  ['a place left out', (s) => delete s['places']!['dashboard'], /places, dashboard must be a table/],
  ['another format', (s) => ((s as unknown as Record<string, string>)['format'] = 'x'), /format of the suspects table/],
  [
    'an unknown layout',
    (s) => ((s['variants'] as unknown as Record<string, unknown>[])[0]!['suspension'] = ['air']),
    /suspension of variant 1/,
  ],
])('%s is named', (_, change, words) => {
  expect(() => readSuspectsTable(changed(change as never))).toThrow(words);
});

test('a file that is no table at all', () => expect(() => readSuspectsTable([1])).toThrow(/suspects table must be a table/));

test('every strength is a probability, and every sign a fault has can also come by itself', () => {
  for (const s of Object.values(SHIPPED.faults)) {
    expect(s.prior).toBeGreaterThan(0);
    for (const [sign, q] of Object.entries(s.signs)) {
      expect(q).toBeLessThan(1);
      expect(SHIPPED.leaks[sign as keyof SuspectsTable['leaks']]).toBeGreaterThan(0);
    }
  }
});

test('variants: the later wins, what they leave out stays', () => {
  const front = STRUT_TYPE.axles.front;
  const plain = faultStrength(SHIPPED, 'link-upper', front);
  const bushed = faultStrength(SHIPPED, 'link-upper', { ...front, link: { ...front.link!, kind: 'stud-and-bushing' } });
  expect(plain).toEqual(SHIPPED.faults['link-upper']);
  expect(bushed.prior).toBe(0.08);
  expect(bushed.signs.squeak).toBe(0.25);
  expect(bushed.signs.cornering).toBe(plain.signs.cornering);
});

test('a stored table that knew a fault less: it comes with all that ships of it, and nothing the shop left out comes back', () => {
  const stored = changed((s: unknown) => {
    const t = s as Loose & { felt: { by: Record<string, number> }; seen: Record<string, { by: Record<string, number> }> };
    delete t['faults']!['damper'];
    delete t.felt.by['damper'];
    delete t.seen['oil leak']!.by['damper'];
    // The yard's own judgement: a worn spring is not felt.
    delete t.felt.by['spring'];
    t.felt.by['link-lower'] = 0.5;
  });
  const read = readStoredTable(stored);
  expect(read.faults.damper).toEqual(SHIPPED.faults.damper);
  expect([read.felt.by.damper, read.seen['oil leak'].by.damper]).toEqual([
    SHIPPED.felt.by.damper,
    SHIPPED.seen['oil leak'].by.damper,
  ]);
  expect([read.felt.by.spring, read.felt.by['link-lower']]).toEqual([undefined, 0.5]);
  expect(readStoredTable(SHIPPED)).toEqual(SHIPPED);
});

test('a table of the third format, which played no sounds: theirs come with ours, its own numbers stay', () => {
  const third = JSON.parse(JSON.stringify(SHIPPED)) as Record<string, never> & {
    format: string;
    faults: Record<string, { prior: number; signs: Record<string, number> }>;
    leaks: Record<string, number>;
    naming: Record<string, unknown>;
  };
  third.format = 'ash-knot suspects table 3';
  for (const l of LIKENESSES) {
    delete third.leaks[l];
    for (const f of Object.values(third.faults)) delete f.signs[l];
  }
  delete third.naming['likeness'];
  third.faults['damper']!.prior = 0.123;
  third.faults['damper']!.signs['rattle'] = 0.111;
  for (const read of [readSuspectsTable(third), readStoredTable(third)]) {
    expect(read.format).toBe(SHIPPED.format);
    expect(read.faults.damper.prior).toBe(0.123);
    expect(read.faults.damper.signs).toEqual({ ...SHIPPED.faults.damper.signs, rattle: 0.111 });
    expect([read.leaks, read.naming]).toEqual([SHIPPED.leaks, SHIPPED.naming]);
  }
});

test('the list says how much play there is at every joint: it is offered to be measured at each', () => {
  for (const kind of JOINT_KINDS) expect([kind, SHIPPED.play.by[kind]]).toEqual([kind, expect.anything()]);
});
