import { TestBed } from '@angular/core/testing';
import { JOB_ID, setUp, stored, until } from '../../test';
import { Session } from '../session/session';
import { draft, draftsLost } from '../state/draft';
import { Database } from './database';
import { Keeper } from './keeper';
import { Outbox } from './outbox';

const full = () => Promise.reject(new DOMException('no room', 'QuotaExceededError'));

test('what finds no room stays on the screen, is said not to be kept, and goes to the server all the same', async () => {
  const { api } = setUp();
  await TestBed.inject(Session).load();
  const [box, keeper, database] = [TestBed.inject(Outbox), TestBed.inject(Keeper), TestBed.inject(Database)];
  const put = jest.spyOn(database, 'putEntries').mockImplementation(full);
  const room = jest.spyOn(database, 'dropKept');
  api.offline = true;
  await box.add(stored('note', { text: 'no room' }));
  expect([keeper.unkept(), keeper.full(), box.pending().length]).toEqual([1, true, 1]);
  // Room was made of what the server can say again, before it was given up.
  expect([room.mock.calls.length >= 1, put.mock.calls.length >= 2]).toEqual([true, true]);
  api.offline = false;
  box.push();
  await until(() => box.pending().length === 0);
  expect([keeper.unkept(), keeper.full()]).toEqual([0, false]);
});

test('where room is made, it is kept, and nothing is said', async () => {
  setUp();
  const [keeper, database] = [TestBed.inject(Keeper), TestBed.inject(Database)];
  jest.spyOn(database, 'putEntries').mockImplementationOnce(full);
  await keeper.putEntries([{ entry: stored('note', { text: 'kept after all' }) }]);
  expect(keeper.unkept()).toBe(0);
  expect((await database.entries()).map((p) => p.entry.body)).toContainEqual({ text: 'kept after all' });
});

test('a picture that finds no room is held, and found by the line that names it', async () => {
  setUp();
  const [keeper, database] = [TestBed.inject(Keeper), TestBed.inject(Database)];
  jest.spyOn(database, 'putAttachment').mockImplementation(full);
  const bytes = new Blob(['abc'], { type: 'image/jpeg' });
  await keeper.putAttachment({ id: 'p1', job: JOB_ID, kind: 'photo', bytes });
  expect([keeper.unkept(), (await keeper.attachment('p1'))!.bytes]).toEqual([1, bytes]);
  await keeper.dropAttachment('p1');
  expect([keeper.unkept(), await keeper.attachment('p1')]).toEqual([0, undefined]);
});

test('a file of what is unsent is taken in on another screen, once, with its bytes', async () => {
  const { api } = setUp();
  await TestBed.inject(Session).load();
  api.offline = true;
  const photo = '0193a000-0000-7000-8000-0000000000aa';
  const box = TestBed.inject(Outbox);
  // The browser's database of the tests keeps no bytes.
  jest.spyOn(TestBed.inject(Database), 'putAttachment').mockImplementation(full);
  await box.attach({
    id: photo,
    job: JOB_ID,
    kind: 'photo',
    bytes: new Blob([new Uint8Array([1, 2, 255])], { type: 'image/png' }),
  });
  await box.add(stored('note', { text: 'by file' }), stored('photo', { photo, caption: '' }));
  const file = await box.file();
  for (const p of box.pending()) await box.drop(p.entry.id);
  expect(box.pending()).toEqual([]);
  expect(await box.takeFile(file)).toBe(2);
  expect(await box.takeFile(file)).toBe(0);
  expect(box.pending().map((p) => p.entry.kind)).toEqual(['note', 'photo']);
  const bytes = (await box.attachment(photo))!;
  expect([bytes.type, bytes.size]).toEqual(['image/png', 3]);
  for (const [text, why] of [
    ['x', 'it is no JSON'],
    ['{}', 'it must say ash-knot-unsent 1'],
    [file.replace('"kind":"note"', '"kind":"valueOf"'), 'line 1 of the file cannot be read'],
  ] as const)
    await expect(box.takeFile(text)).rejects.toThrow(why);
  for (const p of box.pending()) await box.drop(p.entry.id);
});

test('a draft that finds no room says so until one does', () => {
  const d = draft('full', '');
  const set = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  d.set('typed');
  expect([d(), draftsLost()]).toEqual(['typed', true]);
  set.mockRestore();
  d.set('typed more');
  expect(draftsLost()).toBe(false);
  d.clear();
});
