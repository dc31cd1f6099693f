import { CONTEXT, ledger, LINK_PART } from '../../test';
import { DEFECTS, defectGrade, defectLeft } from '../../joint';
import { sayEntry, type Entry } from '../../ledger';
import {
  besidesOf,
  failsOf,
  findingsOf,
  foldJob,
  handBackBlockers,
  nextLine,
  sayFail,
  untold,
  untoldFails,
  type JobContext,
} from '..';

const e = ledger();
const RULE = { source: 'the yard’s rule 4', play: true, defects: ['boot torn', 'rusted through'] } as const;
const context: JobContext = { ...CONTEXT, kind: 'age replacement', rules: { ...CONTEXT.rules, inspection: RULE } };
const fold = (entries: Entry[], c = context) => foldJob(c, [e('purpose', { what: 'twelve years old', rule: '' }), ...entries]);
const torn = () => e('defect', { joint: 'front.left.link-upper', what: 'boot torn' });
const told = (about?: 'inspection') =>
  e('told', {
    what: 'it fails',
    joints: ['front.left.link-upper'],
    ...(about ? { about } : {}),
    who: 'o',
    how: 'by phone',
  });

test('every defect says what comes of it', () => {
  for (const d of DEFECTS) expect([defectLeft(d), defectGrade(d)].every(Boolean)).toBe(true);
});

test('without a rule that is written somewhere nothing is said to fail; what is not in it does not', () => {
  expect(failsOf(fold([torn()], { ...context, rules: CONTEXT.rules }))).toEqual([]);
  expect(failsOf(fold([e('defect', { joint: 'front.left.link-upper', what: 'bent' })]))).toEqual([]);
});

test('a torn boot fails by the rule’s source, with what comes of it, on the sheet too; it makes no joint worn', () => {
  const s = fold([torn()]);
  const [fail] = failsOf(s);
  expect(sayFail(s, fail!)).toBe(
    'Left link, upper end: boot torn. By the yard’s rule 4 that fails; left as it is, water and dirt get in, and the joint wears out soon.',
  );
  expect(s.joints.get('front.left.link-upper')!.state).toBe('watch');
  expect(findingsOf(s)[0]!.sentence).toBe(
    'Link, upper end, left: to be watched. Boot torn. By the yard’s rule 4 that fails; left as it is, water and dirt get in, and the joint wears out soon. It was left so.',
  );
});

test('play fails where the rule says so, felt or beyond its limit', () => {
  const moves = e('check', {
    check: 'grip-link',
    state: 'both-hanging',
    results: [{ joint: 'front.left.link-upper', result: 'moves' }],
  });
  expect(failsOf(fold([moves]))).toEqual([{ joint: 'front.left.link-upper', rule: true, what: ['play'], left: [] }]);
  const lax = { ...context, rules: { ...context.rules, inspection: { ...RULE, play: false } } };
  expect(failsOf(fold([moves], lax))).toEqual([]);
  // Worn it is all the same, whatever the rule: it is offered, and told or quoted.
  expect(untoldFails(fold([moves], lax))).toMatchObject([{ joint: 'front.left.link-upper', rule: false }]);
  expect(besidesOf(fold([moves], lax))).toMatchObject([
    { is: 'worn', sentence: 'Left link, upper end: worn. It moves in the hand.', told: undefined },
  ]);
});

test('the owner is told or it is quoted: the line asks, the hand-back waits, and one end of a link answers for the other', () => {
  const s = fold([torn()]);
  expect(untoldFails(s)).toHaveLength(1);
  expect(nextLine(s, 0)).toMatchObject({
    title: 'Left link, upper end: boot torn. That fails an inspection.',
    action: {
      kind: 'ask',
      answers: [
        { label: 'Choose a part', action: { to: { at: 'choose', joint: 'front.left.link-upper' } } },
        { label: 'Told, record it', action: { to: { at: 'told' } } },
      ],
    },
  });
  expect(handBackBlockers(s).map((b) => b.sentence)).toContain(
    'Fails an inspection: left link, upper end. The owner has not been told yet.',
  );
  const heard = fold([torn(), told('inspection')]);
  expect(untoldFails(heard)).toEqual([]);
  expect(failsOf(heard)).toHaveLength(1);
  expect(handBackBlockers(heard).some((b) => b.at === 'told')).toBe(false);
  const quoted = fold([torn(), e('choose', { joints: ['front.left.link-lower'], part: LINK_PART, quantity: 1 })]);
  expect(untoldFails(quoted)).toEqual([]);
});

test('that it fails is not that it must not be driven: each is told by itself', () => {
  const parting = e('defect', { joint: 'front.left.link-upper', what: 'close to parting' });
  const s = fold([torn(), told('inspection'), parting]);
  expect(untold(s)).toEqual(['front.left.link-upper']);
  expect(nextLine(s, 0).title).toContain('do not return to the road');
  // Told that it is dangerous, it is told.
  expect(untoldFails(fold([torn(), parting, told()]))).toEqual([]);
});

test('found besides what is quoted: dangerous first, then what fails, then what is watched; what is quoted is not in it', () => {
  const found = [
    e('defect', { joint: 'front.right.damper', what: 'oil leak' }),
    torn(),
    e('check', { check: 'shake-12-6', state: 'both-hanging', results: [{ joint: 'front.left.ball-joint', result: 'moves' }] }),
  ];
  const s = fold(found);
  expect(besidesOf(s).map((b) => [b.is, b.sentence.split(':')[0]])).toEqual([
    ['dangerous', 'Left ball joint'],
    ['fails', 'Left link, upper end'],
    ['to be watched', 'Right damper'],
  ]);
  const quoted = fold([...found, e('choose', { joints: ['front.left.link-lower'], part: LINK_PART, quantity: 1 })]);
  expect(besidesOf(quoted).map((b) => b.is)).toEqual(['dangerous', 'to be watched']);
});

test('told, with what they said to it: no, or later and until when, on the tape and in the list', () => {
  const later = e('told', {
    what: 'Left link, upper end: boot torn.',
    joints: ['front.left.link-upper'],
    about: 'inspection',
    answer: 'later',
    on: '2026-03-01',
    who: 'the harbour office',
    how: 'by phone',
  });
  const s = fold([torn(), later]);
  expect(untoldFails(s)).toEqual([]);
  expect(besidesOf(s)[0]!.told!.body.answer).toBe('later');
  expect(sayEntry(later, { dialect: 'sway bar' } as never)).toBe(
    'Told the harbour office by phone: Left link, upper end: boot torn; they said later, by 1 Mar 2026',
  );
});
