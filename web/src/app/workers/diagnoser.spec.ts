import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Diagnosis, DiagnosisRequest } from '@ash-knot/core';
import { Session } from '../session/session';
import { DIAGNOSIS_WORKER, Diagnoser } from './diagnoser';
import type { DiagnosisWork } from './diagnosis-work';

/** A worker that answers when the test says so. */
function worker() {
  const asked: { id: number; answer: (d: Diagnosis) => void; end: () => void; fail: (e: Error) => void }[] = [];
  const off: number[] = [];
  const work: DiagnosisWork = {
    ask: (id, _q, answer) => new Promise((end, fail) => asked.push({ id, answer, end, fail })),
    callOff: (id) => void off.push(id),
  };
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      { provide: DIAGNOSIS_WORKER, useValue: () => work },
      { provide: Session, useValue: { shop: () => null } },
    ],
  });
  return { asked, off, diagnoser: TestBed.inject(Diagnoser) };
}
const stage = (s: Diagnosis['stage']) => ({ stage: s }) as Diagnosis;
const request = {} as DiagnosisRequest;
const settled = () => new Promise((r) => setTimeout(r));

test('grows, then ends; and each answer goes to its own question', async () => {
  const { asked, off, diagnoser } = worker();
  const a: string[] = [];
  const b: string[] = [];
  diagnoser.diagnose(request).subscribe({ next: (x) => a.push(x.stage), complete: () => a.push('ended') });
  diagnoser.diagnose(request).subscribe({ next: (x) => b.push(x.stage) });
  asked[1]!.answer(stage('ranked'));
  asked[0]!.answer(stage('ranked'));
  asked[0]!.answer(stage('done'));
  asked[0]!.end();
  await settled();
  expect([a, b]).toEqual([['ranked', 'done', 'ended'], ['ranked']]);
  // What ended by itself is not called off.
  expect(off).toEqual([]);
});

test('unsubscribing calls it off, and what comes after is not heard', () => {
  const { asked, off, diagnoser } = worker();
  const a: string[] = [];
  diagnoser
    .diagnose(request)
    .subscribe((x) => a.push(x.stage))
    .unsubscribe();
  expect(off).toEqual([asked[0]!.id]);
  asked[0]!.answer(stage('done'));
  expect(a).toEqual([]);
});

test('a failure is an error of its own question', async () => {
  const { asked, diagnoser } = worker();
  const errors: string[] = [];
  diagnoser.diagnose(request).subscribe({ error: (e: Error) => errors.push(e.message) });
  asked[0]!.fail(new Error('no such fault'));
  await settled();
  expect(errors).toEqual(['no such fault']);
});
