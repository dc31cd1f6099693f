import { own } from '@ash-knot/core';
import { createReadStream } from 'node:fs';
import { extract } from 'tar-stream';
import * as z from 'zod';
import { migrate } from '../db/migrate';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { rebuild } from '../ledger/rebuild';
import { digests } from './digest';
import { ident, tablesOf, type Table } from './tables';
import { FORMAT, sha, type Manifest } from './write';

const manifestShape: z.ZodType<Manifest> = z.object({
  format: z.literal(FORMAT),
  migrations: z.array(z.string().max(80)).max(10_000),
  tables: z.record(z.string(), z.int().min(0)),
  members: z.record(z.string(), z.string()),
});

/** No member of ours is larger; one that says so is none of ours. Bytes. */
const MOST_BYTES = 256 * 1024 * 1024;

/** Every member of an archive in turn. */
async function eachMember(file: string, work: (name: string, bytes: Buffer) => Promise<void>): Promise<void> {
  const tar = extract();
  const input = createReadStream(file);
  input.on('error', (err) => tar.destroy(err));
  input.pipe(tar);
  for await (const entry of tar) {
    const { name, size = 0 } = entry.header;
    if (size > MOST_BYTES) throw new Error(`${name} is larger than any part of an archive.`);
    const parts: Buffer[] = [];
    for await (const chunk of entry) parts.push(chunk as Buffer);
    await work(name, Buffer.concat(parts));
  }
}

/** What an archive holds, checked sum by sum before anything is stored. @throws Error saying what is wrong with it */
export async function checkArchive(file: string): Promise<Manifest> {
  const sums = new Map<string, string>();
  let manifest: Manifest | undefined;
  await eachMember(file, async (name, bytes) => {
    if (name !== 'manifest.json') return void sums.set(name, sha(bytes));
    const read = manifestShape.safeParse(JSON.parse(bytes.toString('utf8')));
    if (!read.success) throw new Error(`${file} is no archive of this program: ${read.error.issues[0]!.message}.`);
    manifest = read.data;
  }).catch((err: unknown) => {
    throw new Error(`${file} cannot be read as an archive: ${(err as Error).message}`);
  });
  if (!manifest) throw new Error(`${file} is no archive of this program, or it is torn: it has no manifest.`);
  for (const [name, sum] of Object.entries(manifest.members))
    if (sums.get(name) !== sum)
      throw new Error(`${file} is damaged: ${name} is ${sums.has(name) ? 'not what it was' : 'missing'}.`);
  if (sums.size !== Object.keys(manifest.members).length) throw new Error(`${file} holds what its manifest does not name.`);
  return manifest;
}

async function insertRows(db: Queryable, t: Table, lines: string): Promise<void> {
  const columns = t.columns.map(ident).join(', ');
  await db.query(
    `INSERT INTO ${ident(t.name)} (${columns}) OVERRIDING SYSTEM VALUE
     SELECT ${columns} FROM json_populate_recordset(NULL::${ident(t.name)}, $1)`,
    [`[${lines.trimEnd().replaceAll('\n', ',')}]`],
  );
}

/** A row whose bytes stand in a file of their own. */
async function insertFile(db: Queryable, t: Table, line: string, bytes: Buffer): Promise<void> {
  await db.query(
    `INSERT INTO ${ident(t.name)} (${t.columns.map(ident).join(', ')}) OVERRIDING SYSTEM VALUE
     SELECT ${t.columns.map((c) => (c === t.bytes ? '$2' : `x.${ident(c)}`)).join(', ')} FROM json_populate_record(NULL::${ident(t.name)}, $1) AS x`,
    [line, bytes],
  );
}

/**
 * Puts an archive into an empty database: at the migrations it was made with first, then brought to today's. All of it or
 * nothing; nothing that is there already is touched.
 * @throws Error when it is damaged, of a newer program, or the database is not empty
 */
export async function restoreArchive(db: Db, file: string, migrations: string): Promise<Manifest> {
  const manifest = await checkArchive(file);
  if ((await db.query("SELECT 1 FROM information_schema.tables WHERE table_schema = 'public' AND table_name = 'shop'")).rowCount)
    if ((await db.query('SELECT 1 FROM shop UNION ALL SELECT 1 FROM person LIMIT 1')).rowCount)
      throw new Error('There is a shop in this database already. Nothing was changed: restore into an empty one.');
  await migrate(db, migrations, manifest.migrations);
  await inTransaction(db, async (tx) => {
    await tx.query("SET LOCAL TimeZone = 'UTC'");
    const tables = new Map((await tablesOf(tx)).map((t) => [t.name, t]));
    for (const t of tables.values()) await tx.query(`ALTER TABLE ${ident(t.name)} DISABLE TRIGGER USER`);
    for (const t of [...tables.values()].reverse()) await tx.query(`DELETE FROM ${ident(t.name)}`);
    // Members stand in the order of what refers to what; a row with a file waits for it.
    const waiting = new Map<string, { table: Table; line: string }>();
    await eachMember(file, async (name, bytes) => {
      if (name === 'manifest.json') return;
      const [folder, id] = name.split('/');
      if (folder === 'files') {
        const row = waiting.get(id!);
        if (!row) throw new Error(`The archive holds a file that no row names: ${name}.`);
        waiting.delete(id!);
        return insertFile(tx, row.table, row.line, bytes);
      }
      const table = tables.get(folder!);
      if (!table) throw new Error(`The archive holds a table this database does not have: ${name}.`);
      const lines = bytes.toString('utf8');
      if (!table.bytes) return insertRows(tx, table, lines);
      for (const line of lines.split('\n').filter(Boolean)) waiting.set((JSON.parse(line) as { id: string }).id, { table, line });
    });
    for (const t of tables.values()) {
      const { rows } = await tx.query<{ n: number }>(`SELECT count(*)::int AS n FROM ${ident(t.name)}`);
      if (rows[0]!.n !== (own(manifest.tables, t.name) ?? 0))
        throw new Error(
          `${t.name}: ${own(manifest.tables, t.name) ?? 0} rows in the archive, ${rows[0]!.n} came. Nothing was stored.`,
        );
      if (t.counts)
        await tx.query(
          `SELECT setval(pg_get_serial_sequence($1, $2), greatest(1, (SELECT coalesce(max(${ident(t.counts)}), 0) FROM ${ident(t.name)})), (SELECT count(*) > 0 FROM ${ident(t.name)}))`,
          [t.name, t.counts],
        );
      await tx.query(`ALTER TABLE ${ident(t.name)} ENABLE TRIGGER USER`);
    }
  });
  await migrate(db, migrations);
  return manifest;
}

/** Every table of the shop, empty again: nothing of a restore that went wrong is left behind. */
async function emptied(db: Db): Promise<void> {
  await inTransaction(db, async (tx) => {
    const tables = await tablesOf(tx);
    for (const t of tables) await tx.query(`ALTER TABLE ${ident(t.name)} DISABLE TRIGGER USER`);
    for (const t of [...tables].reverse()) await tx.query(`DELETE FROM ${ident(t.name)}`);
    for (const t of tables) await tx.query(`ALTER TABLE ${ident(t.name)} ENABLE TRIGGER USER`);
  });
}

/** What comes of lessons, as `digests` calls it. */
const TAUGHT: readonly string[] = ['lesson, what was in the hand', 'step_time', 'task_time'];
const lessonsOf = async (db: Db): Promise<Set<string>> =>
  new Set((await db.query<{ id: string }>('SELECT job_id AS id FROM lesson')).rows.map((r) => r.id));

/**
 * Puts an archive into an empty database and reads its ledger again: what is made from it must be what came with it. All of
 * it, and a backup of it is the same bytes; or nothing.
 * @returns the manifest, and how many entries were read
 * @throws Error as `restoreArchive` does, or where the ledger says otherwise than its tables
 */
export async function restoreWhole(
  db: Db,
  file: string,
  migrations: string,
): Promise<{ manifest: Manifest; entries: number; unreadable: number }> {
  const manifest = await restoreArchive(db, file, migrations);
  try {
    const before = await digests(db);
    // Reading it again touches every job; when somebody did is of the shop, and stays.
    const taught = await lessonsOf(db);
    const { rows: touched } = await db.query<{ id: string; at: string }>('SELECT id, touched_at::text AS at FROM job');
    const entries = await rebuild(db);
    const after = await digests(db);
    const other = Object.keys(before).filter((t) => own(before, t) !== own(after, t));
    // A job that cannot be read teaches nothing when it is read again; what it taught when it could be stands as it came.
    const left = await lessonsOf(db);
    const unreadable = [...taught].filter((id) => !left.has(id)).length;
    if (unreadable && other.every((t) => TAUGHT.includes(t))) {
      await emptied(db);
      await restoreArchive(db, file, migrations);
      return { manifest, entries, unreadable };
    }
    if (other.length)
      throw new Error(`What the ledger says is not what is in these tables: ${other.join(', ')}. Nothing was stored.`);
    await inTransaction(db, async (tx) => {
      await tx.query('ALTER TABLE job DISABLE TRIGGER USER');
      await tx.query(
        'UPDATE job SET touched_at = t.at FROM unnest($1::uuid[], $2::timestamptz[]) AS t(id, at) WHERE job.id = t.id',
        [touched.map((t) => t.id), touched.map((t) => t.at)],
      );
      await tx.query('ALTER TABLE job ENABLE TRIGGER USER');
    });
    return { manifest, entries, unreadable };
  } catch (e) {
    await emptied(db);
    throw e;
  }
}
