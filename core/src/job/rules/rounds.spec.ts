import { COMPLAINT, CONTEXT, DOUBLE_ARM_TYPE, ledger } from '../../test';
import { checksOf } from '../../joint';
import type { Entry } from '../../ledger';
import {
  checkLook,
  foldJob,
  nextLine,
  owedRounds,
  roundsOf,
  standingOf,
  standsAt,
  type JobContext,
  type LookRow,
  type Round,
} from '..';

const e = ledger();
const state = (entries: readonly Entry[], context: JobContext = CONTEXT) =>
  foldJob(context, [e('complaint', COMPLAINT), ...entries]);
const stands = (s: 'both-hanging' | 'on-wheels' | 'wheels-off') => e('stands', { state: s });
const looks = (r: Round | undefined) => (r?.rows ?? []).map((x) => x.check.id);
const tight = (
  check: Parameters<typeof e<'check'>>[1]['check'],
  at: Parameters<typeof e<'check'>>[1]['state'],
  ...joints: string[]
) => e('check', { check, state: at, results: joints.map((joint) => ({ joint, result: 'tight' })) as never });

test('one state, one pass: what is owed and the bar’s own joints, where all of it can be seen', () => {
  const rounds = roundsOf(state([]));
  expect(rounds[0]).toMatchObject({ state: 'both-hanging', now: false, wayMinutes: 4 });
  expect(looks(rounds[0])).toEqual(['grip-link', 'lever-bar', 'shake-12-6', 'shake-3-9', 'look-spring', 'nuts-wrench']);
  expect(rounds).toHaveLength(1);
  expect(roundsOf(state([stands('both-hanging')]))[0]).toMatchObject({ now: true, wayMinutes: 0, left: 12 });
});

test('with the spring on the lower arm the ball joint is looked at in a round of its own', () => {
  const rounds = roundsOf(state([stands('both-hanging')], { ...CONTEXT, type: DOUBLE_ARM_TYPE }));
  expect(rounds.map((r) => r.state)).toEqual(['both-hanging', 'under-arm']);
  expect(looks(rounds[1])).toContain('shake-12-6');
});

test('a wheel that is off is not rocked, and no corner is pushed while it hangs', () => {
  const off = state([stands('wheels-off')]);
  const rock = (r: readonly Round[]) => r.flatMap((x) => x.rows).find((x) => x.check.id === 'shake-12-6') as LookRow;
  expect(rock(roundsOf(off)).cells.some((c) => c.now)).toBe(false);
  // The steps took them off: nobody says so again.
  const steps = (['raise', 'wheels-off'] as const).map((step) => e('step', { step, state: 'done' }));
  expect(standingOf(state(steps))).toBe('wheels-off');
  expect(nextLine(state([...steps, e('go-on', { without: 'verdict', why: 'asked for' })]), 0).title).not.toMatch(/^Rock/);
  const push = checksOf(CONTEXT.type.axles.front).find((c) => c.id === 'push-corner')!;
  expect(push.states).toEqual(['on-wheels', 'on-ramps']);
});

test('one side up serves that side: the other is asked by itself, after it was raised', () => {
  const up = state([e('stands', { state: 'one-side-up', axle: 'front', side: 'left' })]);
  expect([standsAt(up, 'front.left.ball-joint'), standsAt(up, 'front.right.ball-joint')]).toEqual(['one-side-up', 'on-wheels']);
  const rock = roundsOf(up)
    .flatMap((r) => r.rows)
    .find((r) => r.check.id === 'shake-12-6') as LookRow;
  expect(rock.cells.map((c) => c.now)).toEqual([true, false]);
});

test('a step that is taken back was not done; driven, it stands on its wheels', () => {
  const raise = e('step', { step: 'raise', state: 'done' });
  expect(standingOf(state([raise]))).toBe('both-hanging');
  expect(
    standingOf(
      state([e('drive', { manoeuvre: 'braking', heard: 'quiet' }), raise, e('step', { step: 'raise', state: 'undone' })]),
    ),
  ).toBe('on-wheels');
});

test('once a link moves, its other side is felt too, and the frame bushing only where the ranking asks', () => {
  const moved = [
    stands('both-hanging'),
    e('check', { check: 'grip-link', state: 'both-hanging', results: [{ joint: 'front.left.link-lower', result: 'moves' }] }),
  ];
  const rows = owedRounds(state(moved))[0]!.rows as LookRow[];
  expect(rows[0]!.check.id).toBe('grip-link');
  // One end moves: the link is found, and its other end is not asked for.
  expect(rows[0]!.cells.map((c) => c.open)).toEqual([false, true]);
  expect(rows.map((r) => r.check.id)).not.toContain('lever-bar');
});

test('a noise that comes without the wheels moving asks for nothing of the bar', () => {
  const idle = foldJob(CONTEXT, [e('complaint', { ...COMPLAINT, when: ['idling'] }), stands('both-hanging')]);
  expect(looks(owedRounds(idle)[0])).not.toContain('grip-link');
});

test('by a look that could not tell nothing is asked again: another look, then another hand', () => {
  const cant = (check: 'shake-12-6' | 'lever-ball-joint') =>
    e('check', { check, state: 'both-hanging', results: [{ joint: 'front.left.ball-joint', result: 'can’t tell' }] });
  const first = owedRounds(state([stands('both-hanging'), cant('shake-12-6')]))[0]!;
  const row = (id: string) => first.rows.find((r) => r.check.id === id) as LookRow | undefined;
  expect(row('lever-ball-joint')!.cells.map((c) => c.open)).toEqual([true, false]);
  const second = owedRounds(state([stands('both-hanging'), cant('shake-12-6'), cant('lever-ball-joint')]))[0]!;
  expect(second.rows.map((r) => r.check.id)).not.toContain('lever-ball-joint');
  expect((second.rows.find((r) => r.check.id === 'shake-12-6') as LookRow).cells[0]!.open).toBe(true);
});

test('what the line asks does not hang on the ranking: it is the same while that is worked out', () => {
  const tape = [stands('both-hanging'), tight('grip-link', 'both-hanging', 'front.left.link-lower', 'front.left.link-upper')];
  const s = state(tape);
  expect(nextLine(s, 0).title).toBe('Work the right link by hand, both ends. Does anything move?');
  expect(nextLine(s, 0, undefined, 'The worker is gone.').title).toBe(nextLine(s, 0).title);
});

test('one side up, and both sides named: refused in words', () => {
  const look = (...joints: ('front.left.ball-joint' | 'front.right.ball-joint')[]) =>
    checkLook({ check: 'shake-12-6', state: 'one-side-up', results: joints.map((joint) => ({ joint, result: 'tight' })) });
  expect(() => look('front.left.ball-joint')).not.toThrow();
  expect(() => look('front.left.ball-joint', 'front.right.ball-joint')).toThrow('each is looked at by itself');
});
