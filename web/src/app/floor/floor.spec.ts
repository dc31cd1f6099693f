import { TestBed } from '@angular/core/testing';
import type { FloorView, StoredEntry } from '@ash-knot/contract';
import { FakeEventSource, job, SESSION, setUp, stored, TYPE, until, type FakeApi } from '../../test';
import { Session } from '../session/session';
import { Floor } from './floor';

function floor(entries: readonly StoredEntry[][], rechecks: FloorView['rechecks'] = []): FloorView {
  const id = (i: number) => `${i}${job().id.slice(1)}`;
  return {
    cursor: '2026-01-05T09:00:00.000Z',
    open: entries.map((_, i) => id(i)),
    types: { t1: TYPE },
    rechecks,
    held: [],
    guessed: [],
    jobs: entries.map((e, i) => {
      const j = job(e);
      return {
        id: `${i}${j.id.slice(1)}`,
        kind: j.kind,
        bay: `Bay ${i + 1}`,
        distanceKm: j.distanceKm,
        vehicle: { ...j.vehicle, plate: `TS ${i + 1}` },
        entries: e,
        file: j.file,
      };
    }),
  };
}

async function open(view: FloorView, api?: (a: FakeApi) => void) {
  const s = setUp();
  s.api.answers.set('GET /floor', () => view);
  api?.(s.api);
  await TestBed.inject(Session).load();
  const fixture = TestBed.createComponent(Floor);
  const settle = async () => {
    for (let i = 0; i < 3; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
    fixture.detectChanges();
  };
  await settle();
  const el = fixture.nativeElement as HTMLElement;
  return { ...s, fixture, el, settle, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

const loose = (joint: 'front.left.ball-joint' | 'front.left.link-lower') =>
  stored('check', { check: 'shake-12-6', state: 'both-hanging', results: [{ joint, result: 'moves' }] });

test('an empty floor teaches the first action', async () => {
  const f = await open(floor([]));
  expect(f.text()).toContain('The floor is empty.Open a vehicle by its plate to begin.');
});

test('each band says the next thing; danger comes before everything', async () => {
  const words = stored('complaint', {
    character: [],
    where: ['front'],
    when: ['pothole'],
    handling: [],
    conditions: [],
    like: [],
    history: [],
    words: 'knocks',
  });
  const f = await open(floor([[], [words, loose('front.left.ball-joint')]]));
  expect(f.text()).toContain('Write down what the customer hears, and when.');
  expect(f.text()).toContain('“knocks”');
  expect(f.text()).toContain('TS 2 in Bay 2: nothing moves until the owner is told.');
});

test('news from another tablet is fetched', async () => {
  let view = floor([[]]);
  const f = await open(view, (a) => a.answers.set('GET /floor', () => view));
  view = floor([[], []]);
  FakeEventSource.last!.push('floor', { job: 'x' });
  await until(() => (f.fixture.detectChanges(), f.el.querySelectorAll('.band').length === 2), 'the second band');
});

test('a recheck that is due is settled with one tap', async () => {
  const j = job();
  const f = await open(
    floor(
      [],
      [
        {
          entry: '0193c000-0000-7000-8000-00000000bbbb',
          job: j.id,
          what: 'Link nuts',
          atKm: 98_100,
          onDate: '2026-01-08',
          vehicle: j.vehicle,
        },
      ],
    ),
  );
  expect(f.text()).toContain('due back: link nuts');
  [...f.el.querySelectorAll<HTMLElement>('.pick')].find((x) => x.textContent!.trim() === 'tight')!.click();
  await f.settle();
  const sent = f.api.calls.find((c) => c.path.endsWith('/entries'))!.body as { entries: { kind: string; body: unknown }[] };
  expect(sent.entries[0]).toMatchObject({
    kind: 'rechecked',
    body: { recheck: '0193c000-0000-7000-8000-00000000bbbb', result: 'tight' },
  });
  expect(f.text()).not.toContain('due back');
});

test('a lost line is said, not thrown', async () => {
  const f = await open(floor([]), (a) => (a.offline = false));
  f.api.offline = true;
  FakeEventSource.last!.push('floor', {});
  await until(() => (f.fixture.detectChanges(), f.el.querySelector('[role="alert"]') !== null), 'the sentence');
  expect(f.el.querySelector('[role="alert"]')!.textContent).toContain('The line is down');
});

test('what would be held today is read by a lead, who says that it was looked at; to others it is not shown', async () => {
  const why = ['Dangerous: left ball joint. The owner has not been told yet.'];
  const view = floor([]);
  const held = [{ job: 'j9', vehicle: { ...job().vehicle, plate: 'TS 9' }, on: '2026-01-02', why }];
  const f = await open({ ...view, held });
  const session = TestBed.inject(Session);
  expect(f.text()).not.toContain('older rule');
  f.api.answers.set('POST /session/person', () => ({}));
  f.api.answers.set('GET /session', () => ({ ...SESSION, person: 'lee' }));
  await session.tap('lee');
  await f.settle();
  expect(f.text()).toMatch(/Handed back under an older rule.*TS 9.*Dangerous: left ball joint/);
});

test('a vehicle that left not for the road says so in its band', async () => {
  const view = floor([[]]);
  const left = { at: ['front.left.ball-joint' as const], on: '2026-01-02', job: 'j0' };
  const f = await open({ ...view, jobs: view.jobs.map((j) => ({ ...j, file: { ...j.file, left } })) });
  expect(f.text()).toContain('left not for the road');
});
