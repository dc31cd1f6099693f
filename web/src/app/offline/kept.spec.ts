import { HttpClient, HttpErrorResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { IDBFactory } from 'fake-indexeddb';
import { firstValueFrom } from 'rxjs';
import { Session } from '../session/session';
import { keepAnswers, Kept } from './kept';

let http: HttpClient;
let server: HttpTestingController;
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  TestBed.configureTestingModule({
    providers: [provideZonelessChangeDetection(), provideHttpClient(withInterceptors([keepAnswers])), provideHttpClientTesting()],
  });
  http = TestBed.inject(HttpClient);
  server = TestBed.inject(HttpTestingController);
});

const JOB = '/api/jobs/0193c000-0000-7000-8000-000000000001';
const ask = async (path: string, answer: unknown): Promise<unknown> => {
  const asked = firstValueFrom(http.get(path));
  const r = server.expectOne(path);
  expect(r.request.headers.get('ngsw-bypass')).toBe('true');
  expect(Date.parse(r.request.headers.get('Ashknot-Time')!)).toBeGreaterThan(0);
  if (answer === 'no line') r.error(new ProgressEvent('error'));
  else r.flush(answer as object);
  return asked;
};
const later = () => new Promise((r) => setTimeout(r, 20));

test('an answer that was had stands in without a line, and says of when it is', async () => {
  const kept = TestBed.inject(Kept);
  await ask(JOB, { id: 'j' });
  await later();
  expect(kept.asOf()).toBeNull();
  expect(await ask(JOB, 'no line')).toEqual({ id: 'j' });
  expect(Date.parse(kept.asOf()!)).toBeGreaterThan(Date.now() - 5000);
  await ask('/api/learning', {});
  expect(kept.asOf()).toBeNull();
});

test('what is not kept fails as it is, and so does what was never had', async () => {
  await ask('/api/learning', {});
  await later();
  for (const path of ['/api/learning', JOB]) await expect(ask(path, 'no line')).rejects.toBeInstanceOf(HttpErrorResponse);
});

test('a device that is signed out has nothing of the yard left on it', async () => {
  await ask(JOB, { id: 'j' });
  await later();
  TestBed.inject(Session).signedOut.next();
  await later();
  await expect(ask(JOB, 'no line')).rejects.toBeInstanceOf(HttpErrorResponse);
});
