import { TestBed } from '@angular/core/testing';
import { JOB_ID, SESSION, setUp, stored } from '../../test';
import type { FakeApi } from '../../test';
import { ApiError } from './api';
import { Outbox } from './outbox';
import { Session } from './session';

const PATH = `POST /jobs/${JOB_ID}/entries`;
const wait = (ms = 30) => new Promise((r) => setTimeout(r, ms));
/** Until it is so, or two seconds have passed: a machine under load is slow, not wrong. */
const until = async (so: () => boolean) => {
  for (let i = 0; i < 66 && !so(); i++) await wait();
};
const kinds = (b: Outbox) => b.pending().map((p) => p.entry.kind);

let api: FakeApi;
let box: Outbox;
beforeEach(async () => {
  ({ api } = setUp());
  await TestBed.inject(Session).load();
  box = TestBed.inject(Outbox);
  // What an earlier test left in the browser is read in first.
  await wait(60);
  for (const p of box.pending()) await box.drop(p.entry.id);
});

test('an entry is on the list at once and leaves it when the server has it', async () => {
  const adding = box.add(stored('note', { text: 'a' }));
  expect(kinds(box)).toEqual(['note']);
  await adding;
  await until(() => kinds(box).length === 0);
  expect(kinds(box)).toEqual([]);
  expect(box.justSent().map((e) => e.kind)).toContain('note');
});

test('without a line it waits, says so, and goes when the line is back; a new start finds it again', async () => {
  api.offline = true;
  await box.add(stored('note', { text: 'kept' }));
  await until(() => kinds(box).join() === ['note'].join());
  expect(kinds(box)).toEqual(['note']);
  expect(box.lineDown()).toBe(true);

  // A reload: another outbox over the same browser.
  TestBed.resetTestingModule();
  ({ api } = setUp());
  await TestBed.inject(Session).load();
  const again = TestBed.inject(Outbox);
  const sentAll = () => api.calls.some((c) => c.path.endsWith('/entries')) && kinds(again).length === 0;
  await until(sentAll);
  expect(kinds(again)).toEqual([]);
  const sent = api.calls
    .filter((c) => c.path.endsWith('/entries'))
    .flatMap((c) => (c.body as { entries: { body: { text?: string } }[] }).entries);
  expect(sent.map((e) => e.body.text)).toEqual(['kept']);
});

test('of a refused batch only the wrong entry stays, with the reason; the rest goes', async () => {
  api.answers.set(PATH, (body) => {
    const { entries } = body as { entries: { body: { text?: string } }[] };
    if (entries.some((e) => e.body.text === 'bad')) throw new ApiError(422, 'bad-input', 'text: is bad. Nothing was stored.');
    return { stored: entries.length };
  });
  api.offline = true;
  await box.add(stored('note', { text: 'good' }), stored('note', { text: 'bad' }), stored('note', { text: 'also good' }));
  await until(() => box.lineDown());
  api.offline = false;
  box.retry();
  await until(() => box.pending().length === 1 && box.refused().length === 1);
  expect(box.pending().map((p) => [(p.entry.body as { text: string }).text, p.refused?.message])).toEqual([
    ['bad', 'text: is bad. Nothing was stored.'],
  ]);
  await box.drop(box.pending()[0]!.entry.id);
  expect(box.pending()).toEqual([]);
});

test('an entry that waits for a PIN goes after it was given', async () => {
  let pin = false;
  api.answers.set(PATH, () => {
    if (!pin) throw new ApiError(403, 'pin', 'This needs your PIN.');
    return { stored: 1 };
  });
  await box.add(stored('hand-back', { distanceKm: 1, note: '' }));
  await until(() => box.refused().length > 0);
  expect(box.refused()[0]!.refused!.kind).toBe('pin');
  pin = true;
  box.retry();
  await until(() => box.pending().length === 0);
  expect(box.pending()).toEqual([]);
});

test('a photograph is sent before the entry that names it', async () => {
  const photo = '0193c000-0000-7000-8000-00000000aaaa';
  api.answers.set(`PUT /jobs/${JOB_ID}/photos/${photo}`, () => ({ id: photo }));
  await box.addPhoto({ id: photo, job: JOB_ID, bytes: 'bytes' as unknown as Blob });
  expect(await box.photo(photo)).toBe('bytes');
  await box.add(stored('photo', { photo, caption: '' }));
  await until(() => api.calls.some((c) => c.method === 'POST') && box.pending().length === 0);
  expect(api.calls.filter((c) => c.method !== 'GET').map((c) => c.method)).toEqual(['PUT', 'POST']);
  expect(await box.photo(photo)).toBeUndefined();
});

test('a busy server is tried again later, nothing is refused', async () => {
  api.answers.set(PATH, () => {
    throw new ApiError(429, 'slow-down', 'Too many requests.');
  });
  await box.add(stored('note', { text: 'x' }));
  await until(() => box.lineDown());
  expect(box.refused()).toEqual([]);
  expect(kinds(box)).toEqual(['note']);
  await box.drop(box.pending()[0]!.entry.id);
});

test('a device that was signed out keeps its entries until it is signed in again', async () => {
  api.answers.set(PATH, () => {
    throw new ApiError(401, 'sign-in', 'This device is not signed in.');
  });
  api.answers.set('GET /session', () => ({ ...SESSION, bay: null }));
  await box.add(stored('note', { text: 'x' }));
  await until(() => TestBed.inject(Session).bay() === null);
  expect(box.refused()).toEqual([]);
  expect(kinds(box)).toEqual(['note']);
  expect(TestBed.inject(Session).bay()).toBeNull();
  api.answers.set(PATH, () => ({ stored: 1 }));
  api.answers.set('GET /session', () => SESSION);
  await TestBed.inject(Session).load();
  box.retry();
  await until(() => kinds(box).length === 0);
  expect(kinds(box)).toEqual([]);
});
