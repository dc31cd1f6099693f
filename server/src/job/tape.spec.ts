import { makeEntry } from '@ash-knot/core';
import { exampleOf, type JobReply, type JobView } from '@ash-knot/contract';
import pg from 'pg';
import { freshId, startApp, type Running, type Tablet } from '../test';
import { SLICE } from './queries';

let app: Running;
let t: Tablet;
let job: string;
const LONG = 2 * SLICE + 7;
beforeAll(async () => {
  app = await startApp();
  t = await app.tablet().signIn();
  job = await t.job('SK 2047');
  await app.db.query(
    `INSERT INTO entry (id, job_id, kind, version, body, by_person, at)
     SELECT gen_random_uuid(), $1, 'note', 1, jsonb_build_object('text', 'line ' || k), 'ruan', now() FROM generate_series(1, $2::int) k`,
    [job, LONG],
  );
});
afterAll(async () => app.stop());

const sheet = async (query = '') => (await t.get(`/jobs/${job}${query}`)).body as JobReply;
const write = async (kind: 'note' | 'torque', body: object) =>
  t.post(`/jobs/${job}/entries`, {
    entries: [makeEntry({ kind, body } as never, { id: freshId(), job, by: 'ruan', at: new Date().toISOString() })],
  });

test('a tape of several slices is sent whole, in order and once', async () => {
  const { rows } = await app.db.query<{ id: string }>('SELECT id FROM entry WHERE job_id = $1 ORDER BY seq', [job]);
  const s = await sheet();
  expect(s.entries.map((e) => e.id)).toEqual(rows.map((r) => r.id));
  expect(rows.length).toBeGreaterThan(LONG);
  expect(s.after).toBeUndefined();
});

test('of one that is known only what came since is sent; a line that is none of it is not believed', async () => {
  const all = (await sheet()).entries;
  const known = all.at(-4)!;
  const news = await sheet(`?after=${known.id}`);
  expect([news.after, news.entries.map((e) => e.id)]).toEqual([known.id, all.slice(-3).map((e) => e.id)]);
  const strange = await sheet(`?after=${freshId()}`);
  expect([strange.after, strange.entries.length]).toEqual([undefined, all.length]);
  const other = (await t.get(`/jobs/${await t.job('HB 0093')}`)).body as JobView;
  expect((await sheet(`?after=${other.entries[0]!.id}`)).entries).toHaveLength(all.length);
  expect((await t.get(`/jobs/${job}?after=7`)).status).toBe(422);
});

/** It is refused, by what the state says: nobody has undone it. */
const NOT_UNDONE = { ...exampleOf('torque'), fastener: 'rear.left.link-lower-nut' };

/** From which line on the state was read, each time it was while `work` ran. */
async function readFrom(work: () => Promise<void>): Promise<unknown[]> {
  const query = jest.spyOn(pg.Client.prototype, 'query');
  await work();
  const from = query.mock.calls.flatMap(([sql, values]) =>
    String(sql).includes('LEFT JOIN entry k') ? [(values as unknown as unknown[])[1]] : [],
  );
  query.mockRestore();
  return from;
}

test('what the server judges is read from where it was', async () => {
  const last = (await sheet()).entries.at(-1)!.id;
  const from = await readFrom(async () => {
    for (let i = 0; i < 2; i++)
      expect((await write('torque', NOT_UNDONE)).body).toMatchObject({ fields: [{ field: 'body.fastener' }] });
  });
  expect(from).toEqual([null, last]);
});

test('a batch of which one line is refused leaves nothing behind, in what is judged next either', async () => {
  const before = (await sheet()).entries.length;
  const at = new Date().toISOString();
  const line = (kind: 'note' | 'torque', body: object) =>
    makeEntry({ kind, body } as never, { id: freshId(), job, by: 'ruan', at });
  const r = await t.post(`/jobs/${job}/entries`, {
    entries: [line('note', { text: 'never stored' }), line('torque', NOT_UNDONE)],
  });
  expect(r.status).toBe(422);
  expect((await sheet()).entries).toHaveLength(before);
  // The line that was taken back is none the next state knows: it is read from the last one that is stored.
  const from = await readFrom(async () => void (await write('torque', NOT_UNDONE)));
  expect(from).toEqual([(await sheet()).entries.at(-1)!.id]);
});
