import type { JobView, Problem } from '@ash-knot/contract';
import {
  jointsOf,
  makeEntry,
  refitPart,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JobKind,
  type JointId,
  type Part,
} from '@ash-knot/core';
import { COMPLAINT, LINK_PART, readingOf } from '@ash-knot/core/test';
import { freshId, startApp, type Running, type Tablet } from '../test';

let app: Running;
let t: Tablet;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
  await t.pin('ruan');
});
afterAll(async () => app.stop());

const BALL: JointId = 'front.left.ball-joint';
const part = (more: Partial<Part>): Part => ({ ...LINK_PART, ...more, id: 'other', fits: [], torque: [], source: 'nobody said' });

/** A tape of one job, as somebody writes it. */
class Writer {
  readonly entries: Entry[] = [];
  constructor(
    readonly job: string,
    private readonly by = 'ruan',
    private readonly at: () => string = () => new Date().toISOString(),
  ) {}
  add<K extends EntryKind>(kind: K, body: EntryBodies[K]): Entry {
    const e = makeEntry({ kind, body }, { id: freshId(), job: this.job, by: this.by, at: this.at() });
    this.entries.push(e);
    return e;
  }
  felt(joint: string, result: EntryBodies['check']['results'][number]['result'], check = 'shake-12-6', rocks?: true): void {
    this.add('check', {
      check,
      state: 'both-hanging',
      results: [{ joint, result }],
      ...(rocks ? { rocks } : {}),
    } as EntryBodies['check']);
  }
  chosen(joint: JointId, kind: Part['kind'] = 'other part'): void {
    const c = this.add('choose', {
      joints: [joint],
      part: kind === 'refit' ? refitPart('EUR') : part({ kind, name: 'A part' }),
      quantity: 1,
    });
    this.add('answer', { answer: 'approved', what: 'it', parts: [c.id], who: 'o', how: 'by phone', warning: '' });
  }
}

/** Vehicles of a type with ball joints at the front and springs at the rear, on which no sheet is open, each for one job. */
let vehicles: { id: string; distanceKm: number }[];
async function job(kind: JobKind = 'age replacement'): Promise<string> {
  vehicles ??= (
    await app.db.query<{ id: string; distanceKm: number }>(
      `SELECT v.id, v.distance_km AS "distanceKm" FROM vehicle v JOIN vehicle_type y ON y.id = v.type_id
        WHERE NOT EXISTS (SELECT 1 FROM job j WHERE j.vehicle_id = v.id AND j.closed_at IS NULL) ORDER BY v.id`,
    )
  ).rows;
  for (let v = vehicles.shift(); v; v = vehicles.shift()) {
    const id = freshId();
    const made = await t.post('/jobs', { id, vehicleId: v.id, kind, bay: null, distanceKm: v.distanceKm + 5 });
    expect(made.status).toBe(201);
    const { type } = (await t.get(`/jobs/${id}`)).body as JobView;
    const has = (['front', 'rear'] as const).flatMap((end) => jointsOf(end, type.axles[end]));
    if (has.includes(BALL) && has.includes('rear.left.spring')) return id;
  }
  throw new Error('no vehicle of the demo is free for this');
}
const post = (entries: readonly Entry[], who = t) => who.post(`/jobs/${entries[0]!.job}/entries`, { entries });
async function handedBack(w: Writer): Promise<{ status: number; said: string }> {
  const wrote = await post(w.entries);
  expect([wrote.status, wrote.body]).toEqual([201, expect.anything()]);
  const r = await post([new Writer(w.job).add('hand-back', { distanceKm: 999_999, note: '' })]);
  return { status: r.status, said: ((r.body as Problem).fields ?? []).map((f) => f.message).join(' ') };
}

const WAYS: readonly (readonly [string, (w: Writer) => void, RegExp])[] = [
  [
    'renewed and still moving',
    (w) => (w.felt(BALL, 'moves'), w.chosen(BALL), w.add('proof', { results: [{ joint: BALL, result: 'still moves' }] })),
    /ball joint: renewed, and it still moves/i,
  ],
  [
    'a rear wheel that rocks',
    (w) => w.felt('rear.left.wheel-bearing', 'can’t tell', 'shake-12-6', true),
    /left rear wheel rocks/,
  ],
  [
    'a broken spring on the other axle',
    (w) => (
      w.add('defect', { joint: 'rear.left.spring', what: 'broken' }),
      w.chosen('front.left.link-lower'),
      w.chosen('rear.left.spring')
    ),
    /the plan is for the front axle/,
  ],
  [
    'its fitting step never done',
    (w) => (w.felt(BALL, 'moves'), w.chosen(BALL)),
    /ball joint: found dangerous, and the new one is not on/i,
  ],
  [
    'told before it was found',
    (w) => (w.add('told', { what: 'it', joints: [BALL], who: 'o', how: 'by phone' }), w.felt(BALL, 'moves')),
    /Dangerous: left ball joint/,
  ],
  ['a loose subframe bolt', (w) => w.felt('subframe bolt', 'moves', 'wrench-subframe'), /Dangerous: subframe bolt/],
  [
    'loose in the hand and put back',
    (w) => (
      w.chosen('front.left.link-lower', 'refit'),
      w.add('confirm', { joint: 'front.left.link-lower', outcome: 'loose', note: '' })
    ),
    /left link, lower end\. The owner has not been told/,
  ],
];

test.each(WAYS)('held at the door of the server: %s', async (_name, write, message) => {
  const w = new Writer(await job());
  w.add('purpose', { what: 'ten years old', rule: '' });
  write(w);
  const r = await handedBack(w);
  expect(r.status).toBe(409);
  expect(r.said).toMatch(message);
});

const heardAt = (where: 'front' | 'rear'): EntryBodies['complaint'] => ({ ...COMPLAINT, where: [where] });
const NOISES: readonly (readonly [string, (w: Writer) => void])[] = [
  ['a torn boot that was seen and not felt', (w) => w.add('defect', { joint: BALL, what: 'boot torn' })],
  [
    'the complaint put right, from front to rear',
    (w) => (w.add('complaint', heardAt('rear')), w.felt('rear.left.wheel-bearing', 'tight')),
  ],
  [
    'a gauge that reads nothing at a ball joint on its wheel',
    (w) => {
      for (let n = 0; n < 3; n++) w.add('reading', { ...readingOf(BALL, 0), gauge: 'dial-1', state: 'on-wheels' });
    },
  ],
];
test.each(NOISES)('owed at the door of the server: %s', async (_name, write) => {
  const w = new Writer(await job('noise'));
  w.add('complaint', heardAt('front'));
  write(w);
  const r = await handedBack(w);
  expect(r.status).toBe(409);
  expect(r.said).toMatch(/Not cleared: .*left ball joint/);
});

test('a reading that does not say how the vehicle stood, and a joint this vehicle does not have, are refused in words', async () => {
  const w = new Writer(await job());
  const refused = async (e: Entry) => {
    const r = await post([e]);
    return [r.status, JSON.stringify((r.body as Problem).fields)];
  };
  expect(await refused(w.add('reading', { ...readingOf(BALL, 0), gauge: 'dial-1' }))).toEqual([
    422,
    expect.stringMatching(/must say how the vehicle stood: ball joint under its load shows no play/),
  ]);
  const nowhere: JointId = 'rear.left.ball-joint';
  expect(await refused(w.add('defect', { joint: nowhere, what: 'boot torn' }))).toEqual([
    422,
    expect.stringMatching(/names the rear left ball joint: this vehicle has none there/),
  ]);
});

test('whoever writes it, and however late: a learner, a technician, a lead, and a device that was off', async () => {
  const id = await job();
  const w = new Writer(id);
  w.add('purpose', { what: 'ten years old', rule: '' });
  expect((await post(w.entries)).status).toBe(201);
  const found = async (by: string, at?: () => string) => {
    const tablet = await app.tablet().signIn('ruan');
    await tablet.ask('POST', '/session/person', { person: by });
    const one = new Writer(id, by, at);
    one.felt(BALL, 'moves');
    const r = await post(one.entries, tablet);
    return r.status;
  };
  for (const by of ['tobin', 'isla', 'marit']) expect([by, await found(by)]).toEqual([by, 201]);
  // Found while nobody could be told, and sent behind the others.
  expect(await found('isla', () => new Date(Date.now() - 1000).toISOString())).toBe(201);
  const r = await post([new Writer(id).add('hand-back', { distanceKm: 999_999, note: '' })]);
  expect([r.status, (r.body as Problem).fields!.map((f) => f.message).join(' ')]).toEqual([
    409,
    expect.stringMatching(/Dangerous: left ball joint/),
  ]);
});

test('told of nothing by name is refused, and the sentence names the field', async () => {
  const w = new Writer(await job());
  w.add('told', { what: 'it', who: 'the owner', how: 'by phone' });
  const r = await post(w.entries);
  expect([r.status, JSON.stringify((r.body as Problem).fields)]).toEqual([
    422,
    expect.stringMatching(/must name what the owner was told of/),
  ]);
});
