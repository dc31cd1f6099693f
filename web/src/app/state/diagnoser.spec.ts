import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { DiagnosisRequest } from '@ash-knot/core';
import type { FromWorker, ToWorker } from '../../workers/protocol';
import { DIAGNOSIS_WORKER, Diagnoser } from './diagnoser';
import { Session } from './session';

const told: ToWorker[] = [];
const worker = {
  onmessage: null as ((e: { data: FromWorker }) => void) | null,
  postMessage: (m: ToWorker) => void told.push(m),
};
const answer = (id: number, done: boolean) =>
  worker.onmessage!({ data: { kind: 'diagnosis', id, diagnosis: { stage: done ? 'done' : 'ranked' } as never, done } });
const request = {} as DiagnosisRequest;

beforeEach(() => {
  told.length = 0;
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      { provide: DIAGNOSIS_WORKER, useValue: () => worker },
      { provide: Session, useValue: { shop: () => null } },
    ],
  });
});

test('grows, then ends; and each answer goes to its own question', () => {
  const d = TestBed.inject(Diagnoser);
  const a: string[] = [];
  const b: string[] = [];
  d.diagnose(request).subscribe({ next: (x) => a.push(x.stage), complete: () => a.push('ended') });
  d.diagnose(request).subscribe({ next: (x) => b.push(x.stage) });
  answer(2, false);
  answer(1, false);
  answer(1, true);
  expect([a, b]).toEqual([['ranked', 'done', 'ended'], ['ranked']]);
});

test('unsubscribing calls it off, and what comes after is not heard', () => {
  const d = TestBed.inject(Diagnoser);
  const a: string[] = [];
  d.diagnose(request)
    .subscribe((x) => a.push(x.stage))
    .unsubscribe();
  expect(told.map((m) => [m.kind, m.id])).toEqual([
    ['diagnose', 1],
    ['cancel', 1],
  ]);
  answer(1, true);
  expect(a).toEqual([]);
});

test('a failure is an error of its own question', () => {
  const errors: string[] = [];
  TestBed.inject(Diagnoser)
    .diagnose(request)
    .subscribe({ error: (e: Error) => errors.push(e.message) });
  worker.onmessage!({ data: { kind: 'failed', id: 1, message: 'no such fault' } });
  expect(errors).toEqual(['no such fault']);
});
