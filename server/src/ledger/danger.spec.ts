import type { Problem } from '@ash-knot/contract';
import {
  makeEntry,
  mayWrite,
  refitPart,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JobKind,
  type JointId,
  type Part,
  type Role,
} from '@ash-knot/core';
import { COMPLAINT, LINK_PART, readingOf } from '@ash-knot/core/test';
import { freeVehicle, freshId, startApp, type Running, type Tablet } from '../test';

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

const ROLES: Readonly<Record<string, Role>> = { tobin: 'learner', ruan: 'technician', isla: 'technician', marit: 'lead' };
/** A tape of one job, as somebody writes it. */
class Writer {
  readonly entries: Entry[] = [];
  constructor(
    readonly job: string,
    private readonly by = 'ruan',
    private readonly at: () => string = () => new Date().toISOString(),
  ) {}
  add<K extends EntryKind>(kind: K, body: EntryBodies[K]): Entry {
    // What somebody may not write, a technician beside them does.
    const by = mayWrite(ROLES[this.by]!, kind) ? this.by : 'ruan';
    const e = makeEntry({ kind, body }, { id: freshId(), job: this.job, by, at: this.at() });
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

/** A job of its own on a vehicle with ball joints at the front and springs at the rear. */
let on: { id: string; distanceKm: number } | undefined;
async function job(kind: JobKind = 'age replacement'): Promise<string> {
  on ??= await freeVehicle(app, t, BALL, 'rear.left.spring');
  on = { ...on, distanceKm: on.distanceKm + 5 };
  // The one before it, which was held, stands on the floor no more.
  await app.db.query('UPDATE job SET closed_at = now() WHERE vehicle_id = $1 AND closed_at IS NULL', [on.id]);
  const id = freshId();
  const made = await t.post('/jobs', { id, vehicleId: on.id, kind, bay: null, distanceKm: on.distanceKm });
  expect([made.status, made.body]).toEqual([201, expect.anything()]);
  return id;
}
const post = (entries: readonly Entry[], who = t) => who.post(`/jobs/${entries[0]!.job}/entries`, { entries });
async function handedBack(w: Writer, tablet = t): Promise<{ status: number; said: string }> {
  const wrote = await post(w.entries, tablet);
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
    /[Ll]eft rear spring: found dangerous, and the new one is not on/,
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

/** Who writes it: each at a device of their own, and one at a device that was off and sends what it had behind the rest. */
const WHO: readonly (readonly [string, string, (() => string)?])[] = [
  ['a technician', 'ruan'],
  ['a learner', 'tobin'],
  ['a lead', 'marit'],
  ['a device that was off', 'isla', () => new Date(Date.now() - 60_000).toISOString()],
];
const devices = new Map<string, Tablet>();
/** A device at which that person's name was tapped; what is signed is signed there. */
async function deviceOf(by: string): Promise<Tablet> {
  if (by === 'ruan') return t;
  const known = devices.get(by);
  if (known) return known;
  const tablet = await app.tablet().signIn('ruan');
  await tablet.post('/session/person', { person: by });
  await tablet.pin(mayWrite(ROLES[by]!, 'answer') ? by : 'ruan');
  devices.set(by, tablet);
  return tablet;
}
const BY_WHOM = WHO.flatMap(([who, by, at]) => WAYS.map(([way, write, message]) => ({ who, by, at, way, write, message })));

test.each(BY_WHOM)('held at the door of the server, written by $who: $way', async ({ by, at, write, message }) => {
  const w = new Writer(await job(), by, at);
  expect((await post([new Writer(w.job).add('purpose', { what: 'ten years old', rule: '' })])).status).toBe(201);
  write(w);
  const tablet = await deviceOf(by);
  const r = await handedBack(w, tablet);
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
  expect(r.said).toMatch(/Not cleared: .*left (front )?ball joint/);
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

test('told of nothing by name is refused, and the sentence names the field', async () => {
  const w = new Writer(await job());
  w.add('told', { what: 'it', who: 'the owner', how: 'by phone' });
  const r = await post(w.entries);
  expect([r.status, JSON.stringify((r.body as Problem).fields)]).toEqual([
    422,
    expect.stringMatching(/must name what the owner was told of/),
  ]);
});
