import { randomBytes } from 'node:crypto';
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { makePool, type Db } from '../db/pool';
import { freshId, MIGRATIONS, startApp, type Running } from '../test';
import { checkArchive, restoreArchive, restoreWhole } from './read';
import { writeArchive } from './write';

let app: Running;
let folder: string;
const others: { db: Db; name: string }[] = [];
beforeAll(async () => {
  app = await startApp();
  folder = await mkdtemp(path.join(tmpdir(), 'archive-'));
});
afterAll(async () => {
  const admin = new pg.Client({ connectionString: process.env['TEST_DATABASE_URL'] });
  await admin.connect();
  for (const o of others) {
    await o.db.end();
    await admin.query(`DROP DATABASE ${o.name} WITH (FORCE)`);
  }
  await admin.end();
  await app.stop();
  await rm(folder, { recursive: true });
});

async function emptyDatabase(): Promise<Db> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await app.db.query(`CREATE DATABASE ${name}`);
  const url = new URL(app.databaseUrl);
  url.pathname = `/${name}`;
  const db = makePool(url.href, { patient: true, max: 3 });
  others.push({ db, name });
  return db;
}
/** The smallest JPEG there is, as good as any. */
const PIXEL = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA=',
  'base64',
);

// Long: a whole shop out, in, rebuilt and out again.
test('a backup taken while people write is of one moment; restored it is the same shop, and exported again the same bytes', async () => {
  const t = await app.tablet().signIn();
  const job = await t.job('HB 0093');
  const photo = freshId();
  expect((await t.ask('PUT', `/jobs/${job}/attachments/photo/${photo}`, PIXEL)).status).toBe(201);
  let writing = true;
  const writer = (async () => {
    for (let i = 0; writing; i++) {
      const entry = {
        id: freshId(),
        job,
        kind: 'note',
        version: 1,
        body: { text: `line ${i}` },
        by: 'ruan',
        at: new Date().toISOString(),
      };
      expect((await t.post(`/jobs/${job}/entries`, { entries: [entry] })).status).toBe(201);
    }
  })();
  const one = path.join(folder, 'one.tar');
  const made = await writeArchive(app.db, one);
  writing = false;
  await writer;
  expect(made.members[`files/${photo}`]).toBeDefined();
  expect((await stat(one)).mode & 0o077).toBe(0);
  const { rows } = await app.db.query<{ n: number }>('SELECT count(*)::int AS n FROM entry');
  expect(rows[0]!.n).toBeGreaterThan(made.tables['entry']!);

  const db = await emptyDatabase();
  await restoreWhole(db, one, MIGRATIONS);
  const two = path.join(folder, 'two.tar');
  await writeArchive(db, two);
  expect((await readFile(two)).equals(await readFile(one))).toBe(true);
  // That the ledger says the same as the tables that came with it was looked at on the way in.
  // It goes on counting where it stood.
  await db.query(
    "INSERT INTO entry (id, job_id, kind, version, body, by_person, at) VALUES ($1, $2, 'note', 1, '{\"text\":\"x\"}', 'ruan', now())",
    [freshId(), job],
  );
  await expect(db.query('DELETE FROM entry')).rejects.toThrow('append-only');
  // One that holds a shop is left alone.
  await expect(restoreArchive(db, one, MIGRATIONS)).rejects.toThrow(
    'There is a shop in this database already. Nothing was changed',
  );
});

test('a torn, changed or foreign file is told and nothing is stored; one of a newer program too', async () => {
  const whole = path.join(folder, 'whole.tar');
  await writeArchive(app.db, whole);
  const bytes = await readFile(whole);
  const db = await emptyDatabase();
  const bad = async (content: Buffer | string) => {
    const file = path.join(folder, 'bad.tar');
    await writeFile(file, content);
    return restoreArchive(db, file, MIGRATIONS).then(
      () => 'restored',
      (err: Error) => err.message.replace(folder, ''),
    );
  };
  expect(await bad(bytes.subarray(0, bytes.length / 2))).toMatch(/torn|cannot be read/);
  const changed = Buffer.from(bytes);
  changed[changed.indexOf('Ruan Teague')] = 0x50;
  expect(await bad(changed)).toMatch(/damaged: .*person.* is not what it was/);
  expect(await bad('not a tar at all')).toMatch(/no archive|cannot be read/);
  expect(await bad('')).toMatch(/no archive|cannot be read/);
  const newer = Buffer.from(bytes.toString('latin1').replaceAll('001_shop.sql', '999_shop.sql'), 'latin1');
  expect(await bad(newer)).toMatch(/newer program|damaged/);
  expect(
    (
      await db.query(
        "SELECT count(*)::int AS n FROM information_schema.tables WHERE table_schema = 'public' AND table_name = 'entry'",
      )
    ).rows,
  ).toEqual([{ n: 0 }]);
  await expect(checkArchive(path.join(folder, 'none.tar'))).rejects.toThrow('cannot be read');
  await expect(writeArchive(app.db, path.join(folder, 'no/such/folder.tar'))).rejects.toThrow();
});

// Long: a shop out, in, read again and out, twice.
test('where the ledger says otherwise than its tables nothing is left behind; the same database takes a whole one, with a line nobody can read as it is', async () => {
  // Somebody changed a projection by hand; its backup is whole, sum by sum, and is not what the ledger says.
  const source = others[0]!.db;
  await source.query('UPDATE reading SET play_mm = play_mm + 1 WHERE entry_id = (SELECT entry_id FROM reading LIMIT 1)');
  const wrong = path.join(folder, 'wrong.tar');
  await writeArchive(source, wrong);
  const db = await emptyDatabase();
  await expect(restoreWhole(db, wrong, MIGRATIONS)).rejects.toThrow(/not what is in these tables: reading\. Nothing was stored/);
  const { rows } = await db.query('SELECT (SELECT count(*) FROM shop)::int + (SELECT count(*) FROM entry)::int AS n');
  expect(rows).toEqual([{ n: 0 }]);

  // On a closed job: what it taught while it could be read stands.
  await app.db.query(
    `INSERT INTO entry (id, job_id, kind, version, body, by_person, at, device, bay)
     SELECT $1, job_id, 'toString', 1, '{}', 'tobin', now(), device, bay FROM entry ORDER BY seq LIMIT 1`,
    [freshId()],
  );
  const file = path.join(folder, 'strange.tar');
  await writeArchive(app.db, file);
  expect((await restoreWhole(db, file, MIGRATIONS)).unreadable).toBe(1);
  const again = path.join(folder, 'strange-again.tar');
  await writeArchive(db, again);
  expect((await readFile(again)).equals(await readFile(file))).toBe(true);
});
