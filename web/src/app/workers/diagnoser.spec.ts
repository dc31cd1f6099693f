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
const another = { standing: 'both-hanging' } as DiagnosisRequest;
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

describe('followed for a job', () => {
  const plan = (id: string) => [{ id }] as unknown as Diagnosis['plan'];
  const answer = (over: Partial<Diagnosis>) => ({ plan: [], why: {}, changes: [], road: [], ...over }) as unknown as Diagnosis;

  test('the last answer at once, marked; what is not there yet stays from it; then the new one, unmarked', () => {
    const { asked, diagnoser } = worker();
    diagnoser.follow('j', request).subscribe();
    asked[0]!.answer(answer({ stage: 'done', plan: plan('old') }));
    const seen: [string, boolean, string | undefined][] = [];
    diagnoser.follow('j', another).subscribe((d) => seen.push([d.stage, d.again === true, d.plan[0]?.id]));
    asked[1]!.answer(answer({ stage: 'ranked' }));
    asked[1]!.answer(answer({ stage: 'planned', plan: plan('new') }));
    asked[1]!.answer(answer({ stage: 'done', plan: plan('new') }));
    expect(seen).toEqual([
      ['done', true, 'old'],
      ['done', true, 'old'],
      ['planned', false, 'new'],
      ['done', false, 'new'],
    ]);
  });

  test('asked the same again it is answered already, whole and unmarked; half an answer is none', () => {
    const { asked, diagnoser } = worker();
    const seen: string[] = [];
    const follow = (r: DiagnosisRequest) =>
      diagnoser
        .follow('j', r)
        .subscribe({ next: (d) => seen.push(`${d.stage}${d.again ? ' again' : ''}`), complete: () => seen.push('ended') });
    follow(request);
    asked[0]!.answer(answer({ stage: 'planned' }));
    follow({ ...request });
    expect(asked).toHaveLength(2);
    asked[1]!.answer(answer({ stage: 'done' }));
    seen.length = 0;
    follow({ ...request });
    expect([asked.length, seen]).toEqual([2, ['done', 'ended']]);
    follow(another);
    expect(asked).toHaveLength(3);
  });

  test('another job has no last answer of this one; after a failure there is none', async () => {
    const { asked, diagnoser } = worker();
    diagnoser.follow('j', request).subscribe({ error: () => undefined });
    asked[0]!.answer(answer({ stage: 'done' }));
    const other: Diagnosis[] = [];
    diagnoser.follow('k', request).subscribe((d) => other.push(d));
    expect(other).toEqual([]);
    diagnoser.follow('j', another).subscribe({ error: () => undefined });
    asked[2]!.fail(new Error('no such fault'));
    await settled();
    const after: Diagnosis[] = [];
    diagnoser.follow('j', request).subscribe((d) => after.push(d));
    expect(after).toEqual([]);
  });

  test('through a reload: what this browser kept is shown until the new answer is there', async () => {
    const first = worker();
    first.diagnoser.follow('kept', request).subscribe();
    first.asked[0]!.answer(answer({ stage: 'done', plan: plan('old') }));
    await settled();
    await settled();
    TestBed.resetTestingModule();
    const { asked, diagnoser } = worker();
    const seen: [boolean, string | undefined][] = [];
    diagnoser.follow('kept', request).subscribe((d) => seen.push([d.again === true, d.plan[0]?.id]));
    for (let i = 0; i < 20 && seen.length === 0; i++) await settled();
    expect(seen).toEqual([[true, 'old']]);
    asked[0]!.answer(answer({ stage: 'done', plan: plan('new') }));
    expect(seen.at(-1)).toEqual([false, 'new']);
  });
});
