import { SHIPPED } from '../suspects-table';
import { CONTEXT, ledger, LINK_PART } from '../test';
import type { Entry } from '../ledger';
import { lessonOf } from '.';

const e = ledger();
const complaint = e('complaint', {
  character: ['dull clunk'],
  where: ['front'],
  when: ['patched surface, slowly'],
  handling: [],
  conditions: [],
  like: [],
  history: [],
  words: '',
});
const grip = e('check', {
  check: 'grip-link',
  state: 'both-hanging',
  results: [{ joint: 'front.left.link-upper', result: 'moves' }],
});
const verdict = e('verdict', { causes: ['front.left.link-upper'], reproduced: true, note: '' });
const choose = e('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK_PART, quantity: 2 });
const fitted = e('step', { step: 'fit-link-left', state: 'done' });
const left = (outcome: 'loose as thought' | 'sound after all' | 'something else', instead?: 'front.left.bracket-bolts') =>
  e('confirm', { joint: 'front.left.link-lower', outcome, note: '', ...(instead ? { instead } : {}) });
const right = e('confirm', { joint: 'front.right.link-lower', outcome: 'sound after all', note: '' });
const road = (result: 'quiet' | 'same' | 'not driven') => e('road-test', { result, note: '' });
const of = (...more: Entry[]) => lessonOf(CONTEXT, [complaint, grip, verdict, choose, fitted, road('quiet'), ...more], SHIPPED);

test('a link is one part: loose as thought is the end the verdict named', () => {
  const l = of(left('loose as thought'), right);
  expect(l.faults).toEqual(['front.left.link-upper']);
  expect(l.sound).toEqual(['front.right.link-lower']);
  expect(l.counts.find((c) => c.key === 'sign|link-upper|dull clunk')!.yes).toBeGreaterThan(0.85);
  expect([...l.renewed].sort()).toEqual(['front.left.link-lower', 'front.left.link-upper']);
});

test('what was in the hand teaches, not the verdict', () => {
  const l = of(left('something else', 'front.left.bracket-bolts'), right);
  expect(l.faults).toEqual(['front.left.bracket-bolts']);
  expect(l.counts.some((c) => c.key.startsWith('sign|link-upper'))).toBe(false);
  expect(l.counts.some((c) => c.key === 'sign|bracket-bolts|dull clunk')).toBe(true);
});

test('nothing confirmed, or a confirmation struck: what was renewed is kept and nothing is taught', () => {
  for (const l of [of(right), of(left('sound after all'))]) {
    expect(l.counts).toEqual([]);
    expect(l.predictions).toEqual([]);
    expect(l.renewed.length).toBeGreaterThan(0);
  }
  const c = left('loose as thought');
  expect(of(c, e('strike', { entry: c.id, why: 'wrong car' })).counts).toEqual([]);
});

test('what was said is taken from before the verdict, twice: after listening, and after the checks', () => {
  const after = e('check', {
    check: 'grip-link',
    state: 'both-hanging',
    results: [{ joint: 'front.right.link-lower', result: 'moves' }],
  });
  const l = of(after, left('loose as thought'));
  const p = (stage: 'heard' | 'found', fault: string, layer: 'worn' | 'makes' = 'worn') =>
    l.predictions.find((x) => x.stage === stage && x.layer === layer && x.fault === fault);
  expect(p('found', 'front.left.link-upper')!.p).toBeGreaterThan(0.9);
  expect(p('heard', 'front.left.link-upper')!.p).toBeLessThan(0.5);
  expect(p('found', 'front.left.link-upper')!.on).toBe(true);
  // It is quiet now: that it made it, and that nothing else did, is known too.
  expect(p('found', 'front.left.link-upper', 'makes')).toMatchObject({ on: true });
  expect(p('heard', 'front.right.link-lower', 'makes')).toMatchObject({ on: false });
  // Felt only after the verdict: not part of what was said.
  expect(p('found', 'front.right.link-lower')!.p).toBeLessThan(0.5);
  expect(l.predictions.every((x) => !x.fault.startsWith('rear'))).toBe(true);
});

test('what made the noise is said of only where the proof drive says it: the same as before, it was not this; not driven, nobody knows', () => {
  const makes = (l: ReturnType<typeof of>) => l.predictions.filter((x) => x.layer === 'makes');
  const same = of(left('loose as thought'), road('same'));
  expect(makes(same).length).toBeGreaterThan(0);
  expect(makes(same).every((x) => x.fault === 'front.left.link-upper' && !x.on)).toBe(true);
  const notDriven = of(left('loose as thought'), road('not driven'));
  expect(makes(notDriven)).toEqual([]);
  expect(notDriven.predictions.some((x) => x.layer === 'worn' && x.on)).toBe(true);
});

test('what was found loose and left in nobody’s hand is scored neither way: whether it was worn is not known', () => {
  const arm = e('check', {
    check: 'lever-arm',
    state: 'both-hanging',
    results: [{ joint: 'front.left.arm-bushings', result: 'moves' }],
  });
  const before = lessonOf(
    CONTEXT,
    [complaint, grip, arm, verdict, choose, fitted, road('quiet'), left('loose as thought')],
    SHIPPED,
  );
  const worn = before.predictions.filter((x) => x.layer === 'worn');
  expect(worn.some((x) => /left.arm-bushing/.test(x.fault))).toBe(false);
  expect(worn.some((x) => /right.arm-bushing/.test(x.fault) && !x.on)).toBe(true);
  // That it did not make the noise is known all the same: it is quiet now.
  expect(before.predictions.some((x) => x.layer === 'makes' && /left.arm-bushing/.test(x.fault) && !x.on)).toBe(true);
});
