import { TestBed } from '@angular/core/testing';
import type { AskedView, PracticeReviewed, PracticeView } from '@ash-knot/contract';
import { foldJob, type JointId, type PracticeAsk } from '@ash-knot/core';
import { COMPLAINT, CONTEXT, DIAL, ledger, LINK_PART } from '@ash-knot/core/test';
import { job, JOB_ID, setUp, stored, until } from '../../test';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { drives, offersAt, type Standpoint } from './offers';
import { PracticeBench } from './practice-bench';
import { PracticeReviewPage } from './practice-review';
import { VehicleStrip } from './vehicle-strip';

const view = (over: Partial<PracticeView['practice']> = {}, entries = job().entries): PracticeView => ({
  ...job(entries),
  practice: {
    person: 'ann',
    grade: 2,
    silent: false,
    fromJob: false,
    diagnosisOnly: false,
    opening: '“It knocks.”',
    asked: [],
    closed: false,
    ...over,
  },
});
const answer = (ask: PracticeAsk, ...says: string[]): AskedView => ({
  id: `a${says.join()}`,
  ask,
  says,
  minutes: 3,
  at: '2026-01-05T09:00:00Z',
});

/** The strip on a practice vehicle, with the real store and outbox behind it. */
async function open(v = view()) {
  const s = setUp([JobStore, PracticeBench]);
  s.api.answers.set(`GET /practice/${JOB_ID}`, () => v);
  s.api.answers.set(`POST /practice/${JOB_ID}/entries`, () => ({ stored: 1 }));
  await TestBed.inject(Session).load();
  const store = TestBed.inject(JobStore);
  await store.load(JOB_ID, 'practice');
  const bench = TestBed.inject(PracticeBench);
  const fixture = TestBed.createComponent(VehicleStrip);
  const el = fixture.nativeElement as HTMLElement;
  const tid = (id: string) => el.querySelectorAll<HTMLElement>(`[data-testid="${id}"]`);
  const settle = async () => {
    for (let i = 0; i < 3; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
    fixture.detectChanges();
  };
  return { ...s, store, bench, el, tid, settle };
}

const standpoint = (over: Partial<Standpoint>, ...entries: ReturnType<ReturnType<typeof ledger>>[]): Standpoint => ({
  station: 'find',
  state: foldJob(CONTEXT, entries),
  joint: null,
  check: null,
  elsewhere: null,
  standing: 'both-hanging',
  road: [],
  gauge: DIAL,
  nowMs: Date.UTC(2026, 0, 5, 12),
  ...over,
});

test('what is offered follows from where somebody stands: the customer, the joint that is touched, the box, the step and what is in its way', () => {
  expect(offersAt(standpoint({ station: 'listen' })).map((o) => o.ask.of)).toEqual(Array(7).fill('customer'));
  expect(offersAt(standpoint({}))).toEqual([]);
  const e = ledger();
  const choose = e('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK_PART, quantity: 2 });
  const settle = [e('complaint', COMPLAINT), choose];
  expect(offersAt(standpoint({ station: 'settle' }, ...settle))).toEqual([
    { label: 'Ask the customer: both links', ask: { of: 'answer', choice: choose.id } },
  ]);
  const yes = e('answer', { answer: 'approved', what: 'links', parts: [choose.id], who: 'o', how: 'in person', warning: '' });
  expect(offersAt(standpoint({ station: 'settle' }, ...settle, yes))[0]!.ask).toEqual({ of: 'goods', choice: choose.id });
  const work = [...settle, yes, e('setup', { equipment: 'lift', corroded: false })];
  // What cannot go wrong is asked of nobody; an undoing can.
  expect(offersAt(standpoint({ station: 'work' }, ...work))).toEqual([]);
  const raised = ['chock', 'crack', 'raise', 'wheels-off', 'shield-off', 'unload', 'height', 'soak-left', 'soak-right'].map(
    (step) => e('step', { step, state: 'done' }),
  );
  const later = standpoint({ station: 'work', nowMs: Date.UTC(2026, 0, 6) }, ...work, ...raised);
  expect(offersAt(later).map((o) => o.ask)).toContainEqual({ of: 'step', step: 'link-off-left' });
  const stuck = e('trouble', { step: 'link-off-left', what: 'stud spins' });
  expect(offersAt(standpoint({ station: 'work' }, ...work, stuck))).toEqual([
    { label: expect.stringMatching(/^Try: /), ask: { of: 'rung', step: 'link-off-left', ladder: 'stud spins', rung: 'flats' } },
  ]);
  // This yard does not drive with the links off; what tells most comes first.
  const road = drives(standpoint({ road: ['braking'] }));
  expect(road[0]!.ask).toEqual({ of: 'drive', manoeuvre: 'braking' });
  expect(road.some((o) => /Links off/.test(o.label))).toBe(false);
});

test('a look is asked of the server by what is on its tape; the answer is shown, and nothing is written by it', async () => {
  const { store, bench, api, tid, settle, stand } = await open();
  bench.station.set('find');
  store.select('front.left.link-lower');
  await settle();
  expect(tid('practice-says')[0]!.textContent).toContain('“It knocks.”');
  const asked: unknown[] = [];
  api.answers.set(`POST /practice/${JOB_ID}/asks`, (body) => {
    asked.push((body as { ask: PracticeAsk }).ask);
    return answer((body as { ask: PracticeAsk }).ask, 'Front left link: a click.');
  });
  // Nobody has said how it stands: that is asked first, and stays on the tape.
  stand.answer = 'both-hanging';
  tid('practice-do')[0]!.click();
  await until(() => store.practice()!.asked.length === 1);
  await settle();
  expect(asked).toEqual([{ of: 'check', check: 'grip-link', axle: 'front', side: 'left', state: 'both-hanging' }]);
  expect(store.entries().map((e) => e.kind)).toEqual(['stands']);
  expect(tid('practice-says')[0]!.textContent).toContain('a click');
  // What was asked is no more due; the other side is.
  const look = (joint: JointId) => ({ kind: 'go', to: { station: 'find', at: 'results', joint, check: 'grip-link' } }) as const;
  expect(bench.due(look('front.left.link-lower'))).toBeUndefined();
  store.select('front.right.link-lower');
  expect(bench.due(look('front.right.link-lower'))!.ask).toMatchObject({ side: 'right' });
});

test('without a line it says so, and nothing that was written is lost', async () => {
  const { store, bench, api, tid, settle } = await open();
  bench.station.set('listen');
  await settle();
  api.offline = true;
  await store.write('note', { text: 'kept' });
  tid('practice-do')[0]!.click();
  await until(() => bench.wrong() !== '');
  expect(bench.wrong()).toContain('The line is down');
  expect(store.entries().map((e) => e.kind)).toEqual(['note']);
});

test('its learner alone writes, signs nothing, and goes to a ledger of its own; whoever looks on is told whose it is', async () => {
  const mine = await open();
  expect(
    await mine.store.write('answer', { answer: 'declined', what: 'x', parts: [], who: 'o', how: 'in person', warning: '' }),
  ).toBe(true);
  await until(() => mine.store.unsent().size === 0);
  expect(mine.api.calls.filter((c) => c.method === 'POST' && /entries/.test(c.path)).map((c) => c.path)).toEqual([
    `/practice/${JOB_ID}/entries`,
  ]);
  expect(mine.store.path('find')).toEqual(['/practice', JOB_ID, 'find']);
  TestBed.resetTestingModule();
  const other = await open(view({ person: 'lee' }));
  expect(await other.store.write('note', { text: 'x' })).toBe(false);
  expect(other.store.refused()).toContain('Lee’s practice vehicle');
  other.bench.station.set('listen');
  await other.bench.do({ label: 'x', ask: { of: 'customer', about: 'when' } });
  expect(other.bench.wrong()).toContain('Lee’s practice vehicle');
});

test('it is given up only when that is meant; handed back it is done with, and nothing more is written', async () => {
  const { store, bench, api, tid, settle } = await open();
  bench.station.set('listen');
  api.answers.set(`POST /practice/${JOB_ID}/give-up`, () => ({}));
  await settle();
  tid('practice-give-up')[0]!.click();
  await settle();
  expect(store.practice()!.closed).toBe(false);
  expect(tid('practice-give-up')[0]!.textContent).toContain('Yes, give it up');
  tid('practice-give-up')[0]!.click();
  await until(() => store.practice()!.closed);
  await settle();
  expect(tid('to-review').length).toBe(1);
  TestBed.resetTestingModule();
  const back = await open(view({}, [stored('hand-back', { distanceKm: 98_001, note: '' })]));
  expect(back.store.practice()!.closed).toBe(true);
  expect(await back.store.write('note', { text: 'late' })).toBe(false);
});

test('the review says what it was, both ways with what each look was worth, and why one was worth nothing', async () => {
  const s = setUp();
  const step = { title: 'Rock the left wheel', minutes: 4, bits: 0.4, found: false };
  const reviewed: PracticeReviewed = {
    practice: {
      id: JOB_ID,
      person: 'ann',
      grade: 2,
      typeName: 'Test van',
      openedAt: '2026-01-05T09:00:00Z',
      closedAt: '2026-01-05T10:00:00Z',
      givenUp: false,
      diagnosisOnly: false,
      comment: null,
      result: null,
    },
    course: { of: 1, strengths: [], mistakes: [], next: { grade: 2, focus: undefined, why: 'Another one.' } },
    review: {
      grade: 2,
      was: 'Left link made it.',
      found: true,
      minutesToFind: 9,
      minutes: 20,
      planMinutes: 5,
      path: [
        { ...step, bits: 0, nothing: 'wrong state' },
        { ...step, found: true },
      ],
      best: [step],
      strengths: ['found it'],
      mistakes: [{ mistake: 'looked in the wrong state', words: 'Rock the left wheel.' }],
      told: ['Verdict: left link'],
    },
  };
  s.api.answers.set(`GET /practice/${JOB_ID}/review`, () => reviewed);
  await TestBed.inject(Session).load();
  const f = TestBed.createComponent(PracticeReviewPage);
  f.componentRef.setInput('id', JOB_ID);
  const el = f.nativeElement as HTMLElement;
  await until(() => {
    f.detectChanges();
    return el.querySelector('[data-testid="was"]') !== null;
  });
  const text = (id: string) => el.querySelector(`[data-testid="${id}"]`)!.textContent!.replace(/\s+/g, ' ');
  expect(text('was')).toContain('Left link made it.');
  expect(text('path')).toMatch(/As it stood, it could show nothing\..*Worth 0\.00 bits.*Worth 0\.40 bits/);
  expect(text('path')).toContain('there it was');
  expect(text('best')).toContain('4 min');
  expect(text('mistakes')).toContain('looked in the wrong state');
});
