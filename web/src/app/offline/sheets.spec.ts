import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { JobReply, JobView, StoredEntry } from '@ash-knot/contract';
import { IDBFactory } from 'fake-indexeddb';
import { job, stored, until } from '../../test';
import { ApiError } from '../state/api';
import { keepAnswers, Kept } from './kept';
import { Sheets } from './sheets';

let server: HttpTestingController;
let sheets: Sheets;
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  TestBed.configureTestingModule({
    providers: [provideZonelessChangeDetection(), provideHttpClient(withInterceptors([keepAnswers])), provideHttpClientTesting()],
  });
  server = TestBed.inject(HttpTestingController);
  sheets = TestBed.inject(Sheets);
});

const notes = (...texts: string[]): StoredEntry[] => texts.map((text) => stored('note', { text }));
const later = () => new Promise((r) => setTimeout(r, 60));
/** Opens a job; what the server is asked, and what it answers. */
async function open(id: string, answer: JobReply | 'no line'): Promise<{ asked: string; job: Promise<JobView> }> {
  const opened = sheets.open('jobs', id) as Promise<JobView>;
  opened.catch(() => undefined);
  let r: TestRequest | undefined;
  await until(() => (r = server.match((q) => q.url === `/api/jobs/${id}`)[0]) !== undefined, 'the question');
  const asked = r!.request.urlWithParams;
  if (answer === 'no line') r!.error(new ProgressEvent('error'));
  else r!.flush(JSON.parse(JSON.stringify(answer)) as object);
  // What came is kept behind the answer.
  await opened.catch(() => undefined);
  await later();
  return { asked, job: opened };
}
const texts = (j: JobView) => j.entries.map((e) => (e.body as { text: string }).text);

test('the first time all of it is asked for, then what came after the last line that is kept', async () => {
  const [one, two, three] = notes('one', 'two', 'three');
  const j = job([one!, two!]);
  const first = await open(j.id, j);
  expect(first.asked).toBe(`/api/jobs/${j.id}`);
  const again = await open(j.id, { ...j, bay: 'Bay 3', entries: [three!], after: two!.id });
  expect(again.asked).toBe(`/api/jobs/${j.id}?after=${two!.id}`);
  const now = await again.job;
  expect([now.bay, texts(now), 'after' in now]).toEqual(['Bay 3', ['one', 'two', 'three'], false]);
  // What was put together is what is kept.
  expect((await open(j.id, { ...j, entries: [], after: three!.id })).asked).toBe(`/api/jobs/${j.id}?after=${three!.id}`);
});

test('a server that does not know that line sends all it has, and that is what stands', async () => {
  const [one, two, other] = notes('one', 'two', 'other');
  const j = job([one!, two!]);
  await open(j.id, j);
  const set = await open(j.id, { ...j, entries: [other!] });
  expect(texts(await set.job)).toEqual(['other']);
});

test('without a line it is as it was kept, and says of when; what was never kept fails', async () => {
  const j = job(notes('one'));
  await open(j.id, j);
  const off = await open(j.id, 'no line');
  expect(texts(await off.job)).toEqual(['one']);
  expect(Date.parse(TestBed.inject(Kept).asOf()!)).toBeGreaterThan(Date.now() - 5000);
  const never = await open('0193c000-0000-7000-8000-0000000000ff', 'no line');
  await expect(never.job).rejects.toBeInstanceOf(ApiError);
});

test('lines kept by an older program are read as today’s', async () => {
  const old = {
    ...stored('size', { size: 'bar-diameter', joint: 'front.left.frame-bushing', mm: 22 } as never),
    kind: 'measure',
    version: 1,
  };
  const j = job([old as unknown as StoredEntry]);
  TestBed.inject(Kept).put(`/api/jobs/${j.id}`, j);
  await later();
  const now = await (await open(j.id, { ...j, entries: [], after: old.id })).job;
  expect(now.entries.map((e) => e.kind)).toEqual(['size']);
});
