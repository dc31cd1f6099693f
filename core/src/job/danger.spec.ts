import { COMPLAINT, CONTEXT, ledger, LINK_PART, readingOf, tightened } from '../test';
import { partsOf, type JointId } from '../joint';
import type { Entry, EntryBodies } from '../ledger';
import { fittedBy } from '../plan';
import { LOCKS } from '../torque';
import { SHIPPED } from '../suspects-table';
import { diagnose } from '../diagnosis';
import {
  fastenersOf,
  foldJob,
  handBackBlockers,
  leftDangers,
  nextLine,
  openDangers,
  owedJoints,
  planOf,
  requestOf,
  untold,
  verdictView,
  type JobContext,
} from '.';

const e = ledger();
const OTHER: JobContext = { ...CONTEXT, kind: 'age replacement' };
const check = (
  joint: string,
  result: EntryBodies['check']['results'][number]['result'],
  of = 'shake-12-6',
  state = 'both-hanging',
) => e('check', { check: of, state, results: [{ joint, result }] } as EntryBodies['check']);
const purpose = () => e('purpose', { what: 'ten years old', rule: '' });
const told = (...joints: JointId[]) => e('told', { what: 'it', joints, who: 'owner', how: 'by phone' });
const BALL: JointId = 'front.left.ball-joint';
const part = (name: string) => ({ ...LINK_PART, kind: 'other part' as const, name });

/** A part of a joint said yes to and looked at. */
function chosen(joint: JointId, name = 'Ball joint') {
  const choice = e('choose', { joints: [joint], part: part(name), quantity: 1 });
  const answer = e('answer', { answer: 'approved', what: 'it', parts: [choice.id], who: 'o', how: 'by phone', warning: '' });
  return [choice, answer];
}
/** The maker's value, found in its book, where "firm" is not enough. */
const found = (entries: readonly Entry[], context: JobContext): Entry[] =>
  fastenersOf(foldJob(context, entries))
    .filter((f) => f.state === 'must be published')
    .map(({ fastener: { kind, axle } }) => {
      const by = { source: 'the maker’s book', publisher: 'vehicle maker' } as const;
      return e('book', { axle, value: { fastener: kind, minNm: 80, maxNm: 80, value: 80, unit: 'N·m', ...by } });
    });
/** Every fastener of the plan recorded as it should be. */
function recorded(before: readonly Entry[], context: JobContext): Entry[] {
  const entries = [...before, ...found(before, context)];
  return [
    ...entries,
    ...fastenersOf(foldJob(context, entries)).flatMap((f) => [
      tightened(e, f),
      ...(f.fastener.count === 1 ? [e('lock', { fastener: f.fastener.id, how: LOCKS[0] })] : []),
    ]),
  ];
}
const fitted = (joint: JointId) => e('step', { step: fittedBy(joint, CONTEXT.type.axles[partsOf(joint).axle]), state: 'done' });
const held = (entries: readonly Entry[], context = OTHER) =>
  handBackBlockers(foldJob(context, entries))
    .map((b) => b.sentence)
    .join('\n');

describe('the ways that let it go, and let it go no more', () => {
  test('1. a torn boot that was seen clears nothing: it was not felt', () => {
    const s = foldJob(CONTEXT, [
      e('complaint', COMPLAINT),
      e('defect', { joint: 'front.left.tie-rod-outer', what: 'boot torn' }),
    ]);
    expect(owedJoints(s)).toContain('front.left.tie-rod-outer');
  });
  test('2. renewed, and it still moves', () => {
    const work = recorded([purpose(), check(BALL, 'moves'), ...chosen(BALL), fitted(BALL)], OTHER);
    expect(held(work)).not.toMatch(/ball joint: (found dangerous|renewed)/i);
    const moves = [...work, e('proof', { results: [{ joint: BALL, result: 'still moves' }] })];
    expect(held(moves)).toMatch(/Left ball joint: renewed, and it still moves\./);
    expect(held([...moves, e('proof', { results: [{ joint: BALL, result: 'no play' }] })])).not.toMatch(/still moves/);
  });
  test('3. a wheel rocks and nobody said at which joint: in any job, at either axle', () => {
    const joints: JointId[] = ['rear.left.wheel-bearing'];
    const rock = e('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      rocks: true,
      results: joints.map((joint) => ({ joint, result: 'can’t tell' as const })),
    });
    expect(held([purpose(), rock])).toMatch(/The left rear wheel rocks, and nobody has said at which joint\./);
    expect(held([purpose(), rock, told(...joints)])).not.toMatch(/rocks/);
    expect(held([purpose(), told(...joints), rock])).toMatch(/rocks/);
    expect(held([purpose(), rock, check(joints[0]!, 'tight')])).not.toMatch(/rocks/);
    // A check that does not look at that joint shows nothing of it.
    expect(held([purpose(), rock, check(joints[0]!, 'tight', 'grip-link')])).toMatch(/rocks/);
  });
  test('4. said yes to on the other axle: in the plan, and held until it is on and recorded', () => {
    const spring: JointId = 'rear.left.spring';
    const seen = e('defect', { joint: spring, what: 'broken' });
    const front = e('choose', { joints: ['front.left.link-lower'], part: LINK_PART, quantity: 1 });
    const yes = e('answer', { answer: 'approved', what: 'it', parts: [front.id], who: 'o', how: 'by phone', warning: '' });
    const all = [purpose(), seen, front, yes, ...chosen(spring, 'Spring')];
    expect(held(all)).toMatch(/Left rear spring: found dangerous, and the new one is not on/);
    expect(openDangers(foldJob(OTHER, all)).flatMap((d) => d.at)).toEqual([spring]);
    const fits = planOf(foldJob(OTHER, all)).find((p) => p.phase === 'fit' && p.joint === spring)!;
    expect(fits.id).toBe(`rear:other-${spring}`);
    // A step of the front axle says nothing of it.
    const bare = e('step', { step: `other-${spring}`, state: 'done' });
    expect(openDangers(foldJob(OTHER, [...all, bare])).flatMap((d) => d.at)).toEqual([spring]);
    const on = [...all, e('step', { step: fits.id, state: 'done' })];
    expect(openDangers(foldJob(OTHER, on)).flatMap((d) => d.at)).toEqual([spring]);
    const open = fastenersOf(foldJob(OTHER, on)).filter((f) => f.fastener.axle === 'rear');
    expect(open.length).toBeGreaterThan(0);
    const recorded = open.map((f) => tightened(e, f));
    expect(openDangers(foldJob(OTHER, [...on, ...recorded]))).toEqual([]);
  });
  test('5. said yes to, torqued, and its fitting step never done', () => {
    const work = recorded([purpose(), check(BALL, 'moves'), ...chosen(BALL)], OTHER);
    expect(held(work)).toMatch(/Left ball joint: found dangerous, and the new one is not on\./);
    expect(held([...work, fitted(BALL)])).not.toMatch(/found dangerous/);
  });
  test('6. a debt stays when another axle is chosen, or the complaint is put right', () => {
    const front = e('complaint', { ...COMPLAINT, where: ['front'] });
    const owed = (...more: Entry[]) => owedJoints(foldJob(CONTEXT, [front, ...more]));
    expect(owed()).toContain(BALL);
    expect(owed(e('complaint', { ...COMPLAINT, where: ['rear'] }))).toContain(BALL);
    expect(owed(...chosen('rear.left.spring', 'Spring'))).toContain(BALL);
  });
  test('7. told of nothing by name silences nothing', () => {
    const nothing = e('told', { what: 'it', who: 'owner', how: 'by phone' });
    expect(untold(foldJob(OTHER, [purpose(), nothing, check(BALL, 'moves')]))).toEqual([BALL]);
    expect(untold(foldJob(OTHER, [purpose(), check(BALL, 'moves'), nothing]))).toEqual([BALL]);
    expect(untold(foldJob(OTHER, [purpose(), told(BALL), check(BALL, 'moves')]))).toEqual([BALL]);
    expect(untold(foldJob(OTHER, [purpose(), check(BALL, 'moves'), told(BALL)]))).toEqual([]);
  });
  test('8. a gauge that reads nothing clears no dangerous joint: it does not say how the vehicle stood', () => {
    const s = foldJob(CONTEXT, [e('complaint', COMPLAINT), ...[0, 0, 0].map((mm) => e('reading', readingOf(BALL, mm)))]);
    expect(owedJoints(s)).toContain(BALL);
  });
  test('9. a loose subframe bolt: told by name, or tightened and looked at again', () => {
    const loose = check('subframe bolt', 'moves', 'wrench-subframe', 'on-wheels');
    const s = foldJob(OTHER, [purpose(), loose]);
    expect(nextLine(s, 0)).toMatchObject({ title: 'Subframe bolt: do not return to the road.', action: { to: { at: 'told' } } });
    expect(held([purpose(), loose])).toMatch(/Dangerous: subframe bolt\. The owner has not been told yet\./);
    expect(held([purpose(), loose, check('subframe bolt', 'tight', 'wrench-subframe', 'both-hanging')])).not.toMatch(/subframe/);
    // On its wheels it shows nothing, and ends nothing.
    expect(held([purpose(), loose, check('subframe bolt', 'tight', 'wrench-subframe', 'on-wheels')])).toMatch(/subframe/);
    const named = e('told', { what: 'it', others: ['subframe bolt'], who: 'owner', how: 'by phone' });
    expect(held([purpose(), loose, named])).not.toMatch(/subframe/);
  });
  test('10. loose in the hand and put back as it was: the owner is told', () => {
    const link: JointId = 'front.left.link-lower';
    const back = e('choose', { joints: [link], part: { ...LINK_PART, kind: 'refit' as const, name: 'As it is' }, quantity: 1 });
    const yes = e('answer', { answer: 'approved', what: 'it', parts: [back.id], who: 'o', how: 'by phone', warning: '' });
    const s = [purpose(), back, yes, e('confirm', { joint: link, outcome: 'loose', note: '' })];
    expect(held(s)).toMatch(/Found worn: left link, lower end\. The owner has not been told yet\./);
  });
  test('11. dangerous and part of the work: it stands until the work has ended it', () => {
    const open = (...more: Entry[]) => openDangers(foldJob(OTHER, [purpose(), check(BALL, 'moves'), ...more])).length;
    expect([open(), open(...chosen(BALL)), open(...chosen(BALL), fitted(BALL))]).toEqual([1, 1, 1]);
    const all = recorded([purpose(), check(BALL, 'moves'), ...chosen(BALL), fitted(BALL)], OTHER);
    expect(openDangers(foldJob(OTHER, all))).toEqual([]);
  });
});

test('a finding after the new part went on is another danger', () => {
  const all = recorded([purpose(), check(BALL, 'moves'), ...chosen(BALL), fitted(BALL)], OTHER);
  expect(openDangers(foldJob(OTHER, [...all, check(BALL, 'moves')]))).toHaveLength(1);
});

test('struck with a reason it is gone; a later look that finds nothing is not enough where a hand felt it', () => {
  const found = check(BALL, 'moves');
  const strike = e('strike', { entry: found.id, why: 'the wrong side' });
  expect(openDangers(foldJob(OTHER, [purpose(), found, check(BALL, 'tight')]))).toHaveLength(1);
  expect(openDangers(foldJob(OTHER, [purpose(), found, strike]))).toEqual([]);
});

test('what was felt to move before it rocked explains no rock', () => {
  const at: JointId = 'rear.left.wheel-bearing';
  const rock = e('check', {
    check: 'shake-12-6',
    state: 'both-hanging',
    rocks: true,
    results: [{ joint: at, result: 'can’t tell' }],
  });
  const kinds = (...tape: Entry[]) => openDangers(foldJob(OTHER, [purpose(), ...tape])).map((d) => d.kind);
  expect(kinds(check(at, 'moves'), rock)).toEqual(['felt', 'rocks']);
  expect(kinds(rock, check(at, 'moves'))).toEqual(['felt']);
});

describe('what does not end a danger', () => {
  const kinds = (...tape: Entry[]) => openDangers(foldJob(OTHER, [purpose(), ...tape])).map((d) => d.kind);
  const two: JointId[] = ['front.left.ball-joint', 'front.left.wheel-bearing'];
  const rock = () =>
    e('check', {
      check: 'shake-12-6',
      state: 'both-hanging',
      rocks: true,
      results: two.map((joint) => ({ joint, result: 'can’t tell' as const })),
    });
  test('a new part that still moves: what was felt before stands, and that it is not cured; said twice it is no better', () => {
    const work = recorded([purpose(), check(BALL, 'moves'), ...chosen(BALL), fitted(BALL)], OTHER).slice(1);
    const moves = () => e('proof', { results: [{ joint: BALL, result: 'still moves' }] });
    expect(kinds(...work, moves())).toEqual(['felt', 'not cured']);
    const twice = [moves(), moves()];
    expect(kinds(...work, ...twice)).toEqual(['felt', 'not cured']);
    // It stands since it was said first: who was told then was told of it.
    const standing = openDangers(foldJob(OTHER, [purpose(), ...work, ...twice]));
    expect(standing.find((d) => d.kind === 'not cured')!.entry).toBe(twice[0]!.id);
    expect(kinds(...work, moves(), e('proof', { results: [{ joint: BALL, result: 'no play' }] }))).toEqual([]);
  });
  test('a look that found nothing before it was found', () => {
    const bolt = (result: 'tight' | 'moves') => check('subframe bolt', result, 'wrench-subframe', 'both-hanging');
    expect(kinds(bolt('tight'), bolt('moves'))).toEqual(['elsewhere']);
    expect(kinds(bolt('moves'), bolt('tight'))).toEqual([]);
    expect(kinds(...two.map((j) => check(j, 'tight')), rock())).toEqual(['rocks']);
  });
  test('one joint of a rock that is tight, or that the owner heard of: the other may be it', () => {
    expect(kinds(rock(), check(two[0]!, 'tight'))).toEqual(['rocks']);
    expect(kinds(rock(), ...two.map((j) => check(j, 'tight')))).toEqual([]);
    expect(held([purpose(), rock(), told(two[0]!)])).toMatch(/wheel rocks/);
    expect(held([purpose(), rock(), told(...two)])).not.toMatch(/wheel rocks/);
  });
  test('a new part at one joint of a rock: the other may be it, and it leaves not for the road', () => {
    const work = recorded([purpose(), rock(), told(...two), ...chosen(BALL), fitted(BALL)], OTHER);
    expect(leftDangers(foldJob(OTHER, work)).map((d) => d.kind)).toEqual(['rocks']);
    expect(held(work)).not.toMatch(/the new one/);
    const looked = [...work, ...two.map((j) => check(j, 'tight'))];
    expect(leftDangers(foldJob(OTHER, looked))).toEqual([]);
  });
  test('wheel nuts that were loose are loose until they are counted to the end, after they were found so', () => {
    const loose = check('front.left.wheel-nuts', 'moves', 'nuts-wrench', 'on-wheels');
    const by = { targetNm: 110, targetText: '110 N·m', source: 'book' };
    const counted = (n: number) => e('clicks', { fastener: 'front.left.wheel-nut', clicks: n, of: 16, ...by });
    expect([kinds(loose), kinds(counted(16), loose), kinds(loose, counted(7)), kinds(loose, counted(16))]).toEqual([
      ['felt'],
      ['felt'],
      ['felt'],
      [],
    ]);
  });
});

describe('what is owed, and what pays it', () => {
  const LINK: JointId = 'front.left.link-lower';
  const owedOf = (context: JobContext, ...tape: Entry[]) => owedJoints(foldJob(context, tape));
  test('something found at a corner: its dangerous joints, in any job, and no other corner’s', () => {
    const owed = owedOf(OTHER, purpose(), check(LINK, 'moves', 'grip-link'));
    expect(owed).toContain(BALL);
    expect(owed.every((id) => id.startsWith('front.left'))).toBe(true);
    expect(owedOf(OTHER, purpose(), check(LINK, 'tight', 'grip-link'))).toEqual([]);
    const leak = e('defect', { joint: 'rear.right.damper', what: 'oil leak' });
    expect(owedOf(CONTEXT, e('complaint', { ...COMPLAINT, where: ['front'] }), leak)).toContain('rear.right.wheel-bearing');
  });
  test('a check that does not go to the joint, or shows nothing as it stands, pays nothing', () => {
    const found = [purpose(), check(LINK, 'moves', 'grip-link')];
    expect(owedOf(OTHER, ...found, check(BALL, 'tight', 'grip-link'))).toContain(BALL);
    expect(owedOf(OTHER, ...found, check(BALL, 'tight', 'shake-12-6', 'on-wheels'))).toContain(BALL);
    expect(owedOf(OTHER, ...found, check(BALL, 'tight'))).not.toContain(BALL);
  });
  test('a gauge pays where every reading says a state in which play shows', () => {
    const read = (...states: ('both-hanging' | 'on-wheels' | undefined)[]) =>
      owedOf(
        CONTEXT,
        e('complaint', COMPLAINT),
        ...states.map((state) => e('reading', { ...readingOf(BALL, 0), ...(state ? { state } : {}) })),
      ).includes(BALL);
    expect(read('both-hanging', 'both-hanging', 'both-hanging')).toBe(false);
    expect(read('on-wheels', 'on-wheels', 'on-wheels')).toBe(true);
    expect(read('both-hanging', 'both-hanging', undefined)).toBe(true);
  });
  test('a danger that stays in waives no debt: the owner hears of everything', () => {
    const tape = [e('complaint', COMPLAINT), check(BALL, 'moves'), told(BALL)];
    expect(held(tape, CONTEXT)).toMatch(/Not cleared: /);
  });
});

test('it left not for the road: looked at before anything else is looked for, joint or no joint, in any job', () => {
  const before = (at: readonly (JointId | 'subframe bolt')[]): JobContext => ({
    ...OTHER,
    file: { left: { at, on: '2026-01-02', job: 'j0' } },
  });
  const line = (context: JobContext, ...tape: Entry[]) => nextLine(foldJob(context, [purpose(), ...tape]), 0);
  const ball = before([BALL]);
  expect(line(ball)).toMatchObject({
    station: 'find',
    why: expect.stringMatching(/^It left here not for the road on .*2.*: left ball joint\. /),
  });
  expect(held([purpose()], ball)).toMatch(/Not cleared: left ball joint/);
  expect(line(ball, check(BALL, 'tight')).why).not.toMatch(/left here/);
  expect(held([purpose(), check(BALL, 'tight')], ball)).toBe('');
  // Not told apart, it stays owed, and the rest goes on.
  expect(line(ball, check(BALL, 'can’t tell')).why).not.toMatch(/left here/);
  expect(held([purpose(), check(BALL, 'can’t tell')], ball)).toMatch(/Not cleared/);
  const bolt = before(['subframe bolt']);
  expect(line(bolt)).toMatchObject({ title: 'How does it stand?', why: expect.stringMatching(/left here .*: subframe bolt\./) });
  expect(line(bolt, e('stands', { state: 'both-hanging' }))).toMatchObject({
    action: { kind: 'ask', at: { elsewhere: 'wrench-subframe' } },
  });
  expect(held([purpose()], bolt)).toMatch(/Not cleared: subframe bolt/);
  expect(held([purpose(), check('subframe bolt', 'tight', 'wrench-subframe', 'both-hanging')], bolt)).toBe('');
});

test('each reason not to hand it back says what ends it, with its minutes, and by which entry it stands', () => {
  const reasons = (context: JobContext, ...tape: Entry[]) =>
    handBackBlockers(foldJob(context, tape)).filter((b) => b.ends !== undefined);
  const moves = check(BALL, 'moves');
  expect(reasons(OTHER, purpose(), moves)[0]).toMatchObject({
    sentence: 'Dangerous: left ball joint. The owner has not been told yet.',
    ends: 'Tell the owner by name, 2 min; it must not go on the road until it is repaired and proved.',
    entry: moves.id,
  });
  const rock = e('check', {
    check: 'shake-12-6',
    state: 'both-hanging',
    rocks: true,
    results: [{ joint: 'rear.left.wheel-bearing', result: 'can’t tell' }],
  });
  expect(reasons(OTHER, purpose(), rock)[0]).toMatchObject({
    sentence: 'The left rear wheel rocks, and nobody has said at which joint.',
    ends: 'Rock the left wheel at 12 and 6: 1 min. A hand on each joint tells which; tight at each of them ends it too.',
    entry: rock.id,
  });
  const work = [purpose(), moves, ...chosen(BALL)];
  expect(reasons(OTHER, ...work)[0]).toMatchObject({
    sentence: 'Left ball joint: found dangerous, and the new one is not on.',
    ends: expect.stringMatching(/^The new one goes on and every fastener of it has its record, \d+ min\.$/),
    entry: moves.id,
  });
  expect(reasons(OTHER, ...work, fitted(BALL))[0]).toMatchObject({
    ends: expect.stringMatching(/^Every fastener of it has its record, \d+ min\.$/),
  });
  const owed = reasons(CONTEXT, e('complaint', COMPLAINT)).find((b) => b.at === 'check');
  expect(owed!.ends).toMatch(/^Look round both ends of the left spring, and \d more checks: \d+ min\.$/);
});

test('with something not to be driven on that is no joint, no drive is asked for, and the verdict names it', () => {
  const loose = check('subframe bolt', 'moves', 'wrench-subframe', 'on-wheels');
  const s = foldJob(CONTEXT, [e('complaint', COMPLAINT), loose]);
  expect(requestOf(s).mayDrive).toBe(false);
  const v = verdictView(s, diagnose(requestOf(s), SHIPPED));
  expect(v).toMatchObject({
    kind: 'dangerous',
    at: ['subframe bolt'],
    sentence: expect.stringMatching(/subframe bolt is repaired/),
  });
});
