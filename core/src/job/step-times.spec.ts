import { makeEntry, type EntryBodies, type EntryKind } from '../ledger';
import { takes, type TaskTime } from '../plan';
import { CONTEXT, LINK_PART } from '../test';
import { foldJob, planOf, quoteOf, sayLabour, stepTimes } from '.';

/** A tape on which every line has its minute. */
function tape() {
  let n = 0;
  return <K extends EntryKind>(minute: number, kind: K, body: EntryBodies[K], by = 'ann') =>
    makeEntry(
      { kind, body },
      { id: `e${++n}`, job: 'j1', by, at: new Date(Date.UTC(2026, 0, 5, 9) + minute * 60_000).toISOString() },
    );
}
const e = tape();
const done = (minute: number, step: string, by?: string) => e(minute, 'step', { step, state: 'done' }, by);
const CHOSEN = e(0, 'choose', { joints: ['front.left.link-lower'], part: LINK_PART, quantity: 1 });
const SETUP = e(1, 'setup', { equipment: 'lift', corroded: true });
const times = (...entries: ReturnType<typeof done>[]) =>
  stepTimes(foldJob(CONTEXT, [CHOSEN, SETUP, ...entries])).map((t) => [t.task, t.rusty, t.minutes]);

test('a step took from what was finished before it to its own tap; its caution is part of it', () => {
  expect(times(done(3, 'chock'), e(4, 'caution', { step: 'raise' }), done(7.5, 'raise'))).toEqual([
    ['chock', null, 3],
    ['raise on a lift', null, 4.5],
  ]);
});

test('a wait is not work: the step after it began when it was over', () => {
  const soaked = [done(3, 'chock'), done(4, 'raise'), done(5, 'wheels-off'), done(6, 'shield-off'), done(8, 'soak-left')];
  expect(times(...soaked, done(9, 'unload'), done(31, 'link-off-left')).at(-1)).toEqual(['link off', true, 8]);
  // Nobody waited: then it began at the tap before.
  const cut = e(10, 'step', { step: 'soak-left', state: 'done', soak: 'cut short' });
  expect(times(...soaked, done(9, 'unload'), cut, done(31, 'link-off-left')).at(-1)).toEqual(['link off', true, 21]);
});

test('steps tapped off together share their time as the built-in minutes do', () => {
  // Chocks 2 and the lift 3 built in, ten minutes for both.
  expect(times(done(10, 'chock'), done(10.1, 'raise'))).toEqual([
    ['chock', null, 4.04],
    ['raise on a lift', null, 6.06],
  ]);
});

test('what was not timed is left out: another day, a step that went wrong, one that was taken back', () => {
  expect(times(done(3, 'chock'), done(600, 'raise'))).toEqual([['chock', null, 3]]);
  const rung = e(20, 'rung', { step: 'link-off-left', ladder: 'stud spins', rung: 'pliers', title: 'pliers', worked: true });
  expect(times(done(3, 'chock'), rung, done(30, 'link-off-left'))).toEqual([['chock', null, 3]]);
  // The second time is not another job.
  const back = e(5, 'step', { step: 'chock', state: 'undone' });
  expect(times(done(3, 'chock'), back, done(6, 'chock'))).toHaveLength(1);
});

test('the fastest hands still took some time', () => {
  expect(times(done(0.0001, 'chock'))).toEqual([['chock', null, 0.01]]);
});

test('with several at it nothing is timed: whose hands they were is not on the tape', () => {
  const crew = (minute: number, ...people: string[]) => e(minute, 'crew', { people: people.map((id) => ({ id, name: id })) });
  expect(times(crew(1, 'ann', 'bea'), done(3, 'chock'), done(6, 'raise'))).toEqual([]);
  // Alone again, from the next one on.
  const lines = [crew(1, 'ann', 'bea'), done(3, 'chock'), crew(4, 'ann'), done(6, 'raise'), done(9, 'wheels-off')];
  expect(times(...lines)).toEqual([['wheels off', null, 3]]);
});

test('each works by their own clock', () => {
  const bea = e(4, 'note', { text: 'here' }, 'bea');
  const lines = [done(3, 'chock'), bea, done(9, 'raise'), done(9, 'wheels-off', 'bea')];
  // Of the other nobody knows when she began.
  expect(times(...lines).map(([task]) => task)).toEqual(['chock', 'raise on a lift']);
});

const own = (of: TaskTime['of'], jobs: number, median: number): TaskTime => ({
  task: 'link off',
  rusty: true,
  of,
  jobs,
  median,
  p80: median + 5,
});

test('the type speaks before the shop, and neither before there are enough of it', () => {
  const at = (...t: TaskTime[]) => takes('link off', { equipment: 'lift', corroded: true, times: t });
  expect(at(own('type', 4, 20))).toEqual({ task: 'link off', minutes: 14 });
  expect(at(own('shop', 40, 17), own('type', 5, 21))).toMatchObject({ minutes: 21, timed: { of: 'type', jobs: 5, p80: 26 } });
  expect(at(own('shop', 40, 17), own('type', 4, 21))).toMatchObject({ minutes: 17, timed: { of: 'shop' } });
  // Rusty ones say nothing of clean ones.
  expect(takes('link off', { equipment: 'lift', corroded: false, times: [own('shop', 40, 17)] }).minutes).toBe(7);
});

test('the quote charges the shop’s own times, and says whose they are', () => {
  const lines = [CHOSEN, SETUP];
  const quoted = (times: readonly TaskTime[]) =>
    quoteOf(foldJob({ ...CONTEXT, file: { renewed: [], sisters: { jobs: 0, found: {} }, times } }, lines), String)[0]!
      .options[0]!;
  const [usual, ours] = [quoted([]), quoted([own('type', 9, 24)])];
  expect(ours.minutes).toBe(usual.minutes + 10);
  // 72 an hour: ten minutes more are twelve more.
  expect(ours.labourMinor! - usual.labourMinor!).toBe(1200);
  expect(sayLabour(usual)).toBe(`${usual.minutes} min, usual times`);
  expect(sayLabour(ours)).toBe(`${ours.minutes} min, 24 by our own times`);
  expect(sayLabour({ minutes: 30, timedMinutes: 30 })).toBe('30 min, our own times');
  const s = foldJob({ ...CONTEXT, file: { renewed: [], sisters: { jobs: 0, found: {} }, times: [own('type', 9, 24)] } }, lines);
  expect(planOf(s).find((p) => p.id === 'link-off-left')).toMatchObject({ minutes: 24, timed: { of: 'type', jobs: 9 } });
});
