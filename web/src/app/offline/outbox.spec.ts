import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { TestBed } from '@angular/core/testing';
import { JOB_ID, SESSION, setUp, stored, until } from '../../test';
import type { FakeApi } from '../../test';
import { ApiError } from '../state/api';
import { Outbox } from './outbox';
import { Session } from '../session/session';

const PATH = `POST /jobs/${JOB_ID}/entries`;
const kinds = (b: Outbox) => b.pending().map((p) => p.entry.kind);

let api: FakeApi;
let box: Outbox;
beforeEach(async () => {
  ({ api } = setUp());
  await TestBed.inject(Session).load();
  box = TestBed.inject(Outbox);
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
  box.push();
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
  box.retry('pin');
  await until(() => box.pending().length === 0);
  expect(box.pending()).toEqual([]);
});

const PHOTO = '0193c000-0000-7000-8000-00000000aaaa';
const PUT = `PUT /jobs/${JOB_ID}/attachments/photo/${PHOTO}`;
const attach = () => box.attach({ id: PHOTO, job: JOB_ID, kind: 'photo', bytes: 'bytes' as unknown as Blob });
const puts = () => api.calls.filter((c) => c.method === 'PUT').length;

test('an attachment is sent before the entry that names it', async () => {
  api.answers.set(PUT, () => ({ id: PHOTO }));
  await attach();
  expect(await box.attachment(PHOTO)).toBe('bytes');
  await box.add(stored('photo', { photo: PHOTO, caption: '' }));
  await until(() => box.pending().length === 0);
  expect(api.calls.filter((c) => c.method !== 'GET').map((c) => c.method)).toEqual(['PUT', 'POST']);
  expect(await box.attachment(PHOTO)).toBeUndefined();
});

test('an attachment the server refuses is kept with its entry, said, and not sent again until somebody acts; the rest goes', async () => {
  let pictures = false;
  api.answers.set(PUT, () => {
    if (!pictures) throw new ApiError(422, 'bad-input', 'photo: must be a JPEG or PNG picture. Nothing was stored.');
    return { id: PHOTO };
  });
  await attach();
  await box.add(
    stored('note', { text: 'before' }),
    stored('photo', { photo: PHOTO, caption: '' }),
    stored('note', { text: 'after' }),
  );
  await until(() => box.refused().length === 1 && kinds(box).join() === 'photo');
  expect(box.refused()[0]!.refused).toMatchObject({
    kind: 'attachment',
    message: 'photo: must be a JPEG or PNG picture. Nothing was stored.',
  });
  expect(await box.attachment(PHOTO)).toBe('bytes');
  // Other work goes on, and does not send it again: nor does a reload.
  await box.add(stored('note', { text: 'later' }));
  await until(() => kinds(box).join() === 'photo');
  expect(puts()).toBe(1);
  TestBed.resetTestingModule();
  const before = api.answers;
  ({ api } = setUp());
  api.answers.set(PUT, before.get(PUT)!);
  await TestBed.inject(Session).load();
  box = TestBed.inject(Outbox);
  await until(() => box.refused().length === 1);
  await box.add(stored('note', { text: 'after the reload' }));
  await until(() => kinds(box).join() === 'photo');
  expect(puts()).toBe(0);
  // Somebody acts.
  pictures = true;
  await box.change(box.pending()[0]!.entry);
  await until(() => box.pending().length === 0);
  expect(puts()).toBe(1);
});

test('what is thrown away takes its attachment with it', async () => {
  api.answers.set(PUT, () => {
    throw new ApiError(413, 'bad-request', 'What was sent is too large. Nothing was stored.');
  });
  await attach();
  await box.add(stored('photo', { photo: PHOTO, caption: '' }));
  await until(() => box.refused().length === 1);
  await box.drop(box.pending()[0]!.entry.id);
  expect(await box.attachment(PHOTO)).toBeUndefined();
});

test('a sign-in check that fails does not end the sending', async () => {
  let signedIn = false;
  api.answers.set(PATH, () => {
    if (!signedIn) throw new ApiError(401, 'sign-in', 'This device is not signed in.');
    return { stored: 1 };
  });
  api.answers.set('GET /session', () => {
    throw new ApiError(500, 'internal', 'Something went wrong here.');
  });
  await box.add(stored('note', { text: 'x' }));
  await until(() => box.lineDown());
  expect(kinds(box)).toEqual(['note']);
  signedIn = true;
  api.answers.set('GET /session', () => SESSION);
  box.push();
  await until(() => box.pending().length === 0);
});

test('what an older program left in the browser is carried over: photographs, and entries by their version', async () => {
  TestBed.resetTestingModule();
  globalThis.indexedDB = new IDBFactory();
  const old = await openDB('ashknot', 1, {
    upgrade(db) {
      db.createObjectStore('entry', { keyPath: 'entry.id' });
      db.createObjectStore('photo', { keyPath: 'id' });
    },
  });
  await old.put('photo', { id: PHOTO, job: JOB_ID, bytes: 'bytes' });
  const { version: _, ...entry } = stored('size', { axle: 'front', size: 'nut-hex', text: '16', mm: 16 });
  await old.put('entry', {
    entry: { ...entry, kind: 'measure', body: { axle: 'front', measure: 'nut-hex', text: '16', mm: 16 } },
  });
  old.close();
  ({ api } = setUp());
  api.offline = true;
  box = TestBed.inject(Outbox);
  await until(() => box.pending().length === 1);
  expect(box.pending()[0]!.entry).toMatchObject({ kind: 'size', version: 3, body: { size: 'nut-hex' } });
  expect(await box.attachment(PHOTO)).toBe('bytes');
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
  box.push();
  await until(() => kinds(box).length === 0);
  expect(kinds(box)).toEqual([]);
});

test('an entry the server breaks at is set aside after a few tries, and holds up no other job meanwhile', async () => {
  const OTHER = '0193c000-0000-7000-8000-00000000bbbb';
  let tries = 0;
  api.answers.set(PATH, (body) => {
    const { entries } = body as { entries: { body: { text?: string } }[] };
    if (!entries.some((e) => e.body.text === 'breaks it')) return { stored: entries.length };
    tries++;
    throw new ApiError(500, 'internal', 'Something went wrong here.');
  });
  api.answers.set(`POST /jobs/${OTHER}/entries`, () => ({ stored: 1 }));
  await box.add(stored('note', { text: 'breaks it' }), stored('note', { text: 'behind it' }));
  await box.add({ ...stored('note', { text: 'elsewhere' }), job: OTHER });
  await until(() => !box.pending().some((p) => p.entry.job === OTHER));
  expect(box.pending().map((p) => p.entry.job)).toContain(JOB_ID);
  while (box.refused().length === 0) {
    box.push();
    await until(() => true);
    await new Promise((r) => setTimeout(r, 5));
  }
  await until(() => kinds(box).length === 1);
  expect(box.refused()[0]!.refused).toMatchObject({ kind: 'internal' });
  expect(tries).toBeLessThan(12);
});

test('a refusal says which of its own fields is wrong, or what the server’s time is; put right, it goes in its place', async () => {
  api.answers.set(PATH, (body) => {
    const [e] = (body as { entries: { at: string; deviceAt?: string; body: { text: string } }[] }).entries;
    if (e!.body.text === 'half')
      throw new ApiError(422, 'bad-input', 'no', [{ field: 'entries.0.body.text', message: 'must not have half a character' }]);
    if (e!.body.text === 'late' && e!.deviceAt === undefined)
      throw new ApiError(422, 'clock', 'no', [{ field: 'at', message: 'is in the future' }], { now: '2026-01-05T10:00:00.000Z' });
    return { stored: 1 };
  });
  await box.add(stored('note', { text: 'half' }));
  await until(() => box.refused().length === 1);
  expect(box.refused()[0]!.refused!.fields).toEqual(['text']);
  await box.change({ ...box.pending()[0]!.entry, body: { text: 'whole' } } as never);
  await until(() => kinds(box).length === 0);
  await box.add(stored('note', { text: 'late' }));
  await until(() => box.refused().length === 1);
  const [p] = box.refused();
  expect(p!.refused!.now).toBe('2026-01-05T10:00:00.000Z');
  await box.change({ ...p!.entry, at: p!.refused!.now!, deviceAt: p!.entry.at });
  await until(() => kinds(box).length === 0);
});

test('a name tapped without a line counts here at once, and the server hears of it before anything that person wrote', async () => {
  const session = TestBed.inject(Session);
  api.offline = true;
  await session.tap('lee');
  expect(session.person()!.id).toBe('lee');
  await box.add(stored('note', { text: 'x' }, 'lee'));
  await until(() => box.lineDown());
  api.offline = false;
  api.answers.set('POST /session/person', () => ({}));
  api.answers.set(PATH, () => ({ stored: 1 }));
  box.push();
  await until(() => kinds(box).length === 0);
  const sent = api.calls.slice(-2).map((c) => c.path);
  expect(sent).toEqual(['/session/person', `/jobs/${JOB_ID}/entries`]);
});
