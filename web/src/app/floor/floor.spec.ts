import { TestBed } from '@angular/core/testing';
import type { FloorLine, FloorView, StoredEntry } from '@ash-knot/contract';
import { contextOf, inBrief, foldJob, METRIC } from '@ash-knot/core';
import { FakeEventSource, job, SESSION, setUp, SHOP, stored, TYPE, until, type FakeApi } from '../../test';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { Floor } from './floor';

function floor(entries: readonly StoredEntry[][], rechecks: FloorView['rechecks'] = []): FloorView {
  const id = (i: number) => `${i}${job().id.slice(1)}`;
  return {
    cursor: '2026-01-05T09:00:00.000Z',
    open: entries.map((_, i) => id(i)),
    axles: { front: TYPE.axles.front },
    due: [],
    rechecks,
    held: [],
    guessed: [],
    jobs: entries.map((e, i) => line(id(i), i, e)),
  };
}

/** A line as the server works it out. */
function line(id: string, i: number, e: readonly StoredEntry[], file = job(e).file): FloorLine {
  const j = { ...job(e), file };
  const { found, ...brief } = inBrief(foldJob(contextOf({ ...j, type: TYPE }, SHOP, METRIC), e), Date.parse(AT), undefined);
  return {
    id,
    kind: j.kind,
    bay: `Bay ${i + 1}`,
    vehicle: { ...j.vehicle, plate: `TS ${i + 1}` },
    seq: e.at(-1)?.seq ?? 0,
    brief: { ...brief, found: { ...found, axle: 'front' } },
    unreadable: '',
    again: false,
  };
}
const AT = '2026-01-05T09:00:00.000Z';

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

const NEW_SHOP = { people: 1, devices: 1, vehicles: 0, types: 0, parts: 0 };
const setUpList = async (has: typeof NEW_SHOP) => {
  const f = await open(floor([]), (api) => api.answers.set('GET /shop/setup', () => has));
  await until(() => (f.fixture.detectChanges(), f.text().includes('This can wait')));
  return f.text();
};
test('an empty floor of a new shop lists what is still to be said: first what the job waits for', async () => {
  expect(await setUpList(NEW_SHOP)).toMatch(
    /Before the first job ?The first vehicle.*This can wait.*Who works here.*Parts on the shelf/,
  );
});
test('what was said is listed no more', async () => {
  const text = await setUpList({ ...NEW_SHOP, vehicles: 3, people: 4, parts: 9 });
  expect(text).not.toMatch(/Before the first job|Who works here|Parts on the shelf/);
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
  const f = await open({ ...view, jobs: [line(view.open[0]!, 0, [], { ...job([]).file, left })] });
  expect(f.text()).toContain('left not for the road');
});

test('one that cannot be read stands there and says so; one that is weighed is asked for again', async () => {
  const view = floor([[], []]);
  const [a, b] = view.jobs as [FloorLine, FloorLine];
  const says = 'This job cannot be read: line 3.';
  const f = await open({
    ...view,
    jobs: [
      { ...a, brief: null, unreadable: says },
      { ...b, again: true },
    ],
  });
  expect(f.el.querySelector('[data-testid="unreadable-job"]')!.textContent).toContain(says);
  expect(f.text()).toContain('Weighed again');
  f.api.calls.length = 0;
  FakeEventSource.last!.push('floor', { job: b.id });
  const asked = () => f.api.calls.find((c) => c.path === '/floor');
  await until(() => asked() !== undefined, 'the question');
  expect(asked()!.params).toEqual({ since: view.cursor, again: b.id });
});

test('with the other unit first every line is asked for in it', async () => {
  const f = await open(floor([[]]));
  f.api.calls.length = 0;
  f.api.answers.set('GET /floor', () => floor([[], []]));
  TestBed.inject(Units).swap();
  await f.settle();
  expect(f.api.calls.filter((c) => c.path === '/floor').map((c) => c.params)).toEqual([{ inchFirst: 'yes' }]);
  await until(() => (f.fixture.detectChanges(), f.el.querySelectorAll('.band').length === 2), 'the lines');
});
