import { TestBed } from '@angular/core/testing';
import { FakeEventSource, job, JOB_ID, setUp, stored, until } from '../../test';
import { ApiError } from '../state/api';
import { JobStore } from './job-store';
import { TAKE_BACK_MS } from './just-written';
import { Session } from '../session/session';

async function open(entries = [stored('note', { text: 'first' })]) {
  const s = setUp([JobStore]);
  s.api.answers.set(`GET /jobs/${JOB_ID}`, () => job(entries));
  await TestBed.inject(Session).load();
  const store = TestBed.inject(JobStore);
  await store.load(JOB_ID);
  return { ...s, store };
}

test('what is written shows before the server has it, and once after it has', async () => {
  const { store, api } = await open();
  api.offline = true;
  await store.write('defect', { joint: 'front.left.damper', what: 'oil leak' });
  expect(store.state()!.joints.get('front.left.damper')!.state).toBe('watch');
  const mine = store.entries().at(-1)!;
  expect(store.unsent().has(mine.id)).toBe(true);
  FakeEventSource.last!.push('entries', [{ ...mine, seq: 99, receivedAt: mine.at }]);
  expect(store.entries().filter((e) => e.id === mine.id)).toHaveLength(1);
});

test('the stream begins after what was loaded; what others write comes in, twice-sent entries once', async () => {
  const first = stored('note', { text: 'first' });
  const { store } = await open([first]);
  expect(FakeEventSource.last!.url).toBe(`/api/jobs/${JOB_ID}/stream?after=${first.seq}`);
  const theirs = stored(
    'check',
    { check: 'grip-link', state: 'both-hanging', results: [{ joint: 'front.left.link-lower', result: 'moves' }] },
    'lee',
  );
  FakeEventSource.last!.push('entries', [theirs]);
  FakeEventSource.last!.push('entries', [theirs, first]);
  expect(store.entries()).toHaveLength(2);
  expect(store.state()!.joints.get('front.left.link-lower')!.state).toBe('loose');
});

test('what the server refuses counts for nothing on the screen', async () => {
  const { store, api } = await open();
  api.answers.set(`POST /jobs/${JOB_ID}/entries`, () => {
    throw new ApiError(409, 'blocked', 'Not yet: no recheck is set.');
  });
  await store.write('hand-back', { distanceKm: 98_001, note: '' });
  await until(() => store.state()!.handBack === undefined);
  expect(store.unsent().size).toBe(1);
});

test('nothing is written when nobody gives a name', async () => {
  const { store, ask } = await open();
  ask.answer = undefined;
  expect(await store.write('note', { text: 'x' })).toBe(false);
  expect(store.entries()).toHaveLength(1);
});

test('a strike is an entry of its own', async () => {
  const { store } = await open();
  await store.strike(store.entries()[0]!, 'wrong vehicle');
  expect(store.entries().map((e) => e.kind)).toEqual(['note', 'strike']);
  expect(store.state()!.struck.size).toBe(1);
});

test('a job that is not there is said in words', async () => {
  const { store, api } = await open();
  api.answers.set('GET /jobs/none', () => {
    throw new ApiError(404, 'not-found', 'There is no such job.');
  });
  await store.load('none');
  expect(store.failed()).toBe('There is no such job.');
  expect(store.state()).toBeNull();
});

test('selecting a joint turns the plate to its axle; flipping lets go of the joint', async () => {
  const { store } = await open();
  store.select('rear.left.damper');
  expect(store.axle()).toBe('rear');
  store.flip();
  expect(store.axle()).toBe('front');
  expect(store.selected()).toBeNull();
});

test('the vehicle is moved to another bay', async () => {
  const { store, api } = await open();
  api.answers.set(`PATCH /jobs/${JOB_ID}`, () => ({}));
  await store.move(null);
  expect(store.view()!.bay).toBeNull();
  expect(api.calls.at(-1)!.body).toEqual({ bay: null });
});

test('what one tap wrote is taken back together, at once; after ten seconds no more, and a strike never', async () => {
  const { store } = await open();
  await store.writeAll([
    { kind: 'note', body: { text: 'left' } },
    { kind: 'note', body: { text: 'right' } },
  ]);
  expect(store.canTakeBack().map((e) => e.kind)).toEqual(['note', 'note']);
  await store.takeBack();
  expect(store.canTakeBack()).toEqual([]);
  const said = store.entries().slice(1);
  expect(said.map((e) => e.kind)).toEqual(['note', 'note', 'strike', 'strike']);
  expect(said.slice(2).map((e) => e.body)).toEqual([
    { entry: said[1]!.id, why: 'at once' },
    { entry: said[0]!.id, why: 'at once' },
  ]);

  jest.useFakeTimers();
  try {
    await store.write('note', { text: 'again' });
    jest.advanceTimersByTime(TAKE_BACK_MS - 1);
    expect(store.canTakeBack()).toHaveLength(1);
    jest.advanceTimersByTime(1);
    expect(store.canTakeBack()).toEqual([]);
  } finally {
    jest.useRealTimers();
  }
});
