import { own } from '@ash-knot/core';
import { createHash } from 'node:crypto';
import { open, rename, rm } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { pack, type Pack } from 'tar-stream';
import { inTransaction, type Db } from '../db/pool';
import { ident, tablesOf } from './tables';

export const FORMAT = 'ash-knot archive 1';

/** What an archive says of itself, as its last member: sums of all others, so that a torn one is told. */
export interface Manifest {
  readonly format: typeof FORMAT;
  /** The migrations of the database it was made from. */
  readonly migrations: readonly string[];
  readonly tables: Readonly<Record<string, number>>;
  /** SHA-256 of each member. */
  readonly members: Readonly<Record<string, string>>;
}

/** Rows of a member: a big table is many members, none of which has to fit beside another in memory. */
const ROWS = 5_000;
/** Files of attachments read at a time. */
const FILES = 20;

export const sha = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** Waits where the disk is slower than the database. */
async function add(tar: Pack, name: string, bytes: Buffer): Promise<void> {
  await new Promise<void>((resolve, reject) =>
    // One time and one owner for all: the same shop is the same bytes.
    tar.entry(
      { name, size: bytes.length, mtime: new Date(0), mode: 0o600, uid: 0, gid: 0, uname: '', gname: '' },
      bytes,
      (err) => (err ? reject(err) : resolve()),
    ),
  );
}

/**
 * Writes the whole shop as one tar of JSON lines and files, as it stood at one moment, while the server goes on. The file
 * has its name only when it is whole and on the disk.
 */
export async function writeArchive(db: Db, file: string): Promise<Manifest> {
  const part = `${file}.part`;
  const handle = await open(part, 'w', 0o600);
  const tar = pack();
  const written = pipeline(tar, handle.createWriteStream());
  // A disk that is full says so here, while the tables are still being read.
  const torn = written.then(() => Promise.reject(new Error('The archive ended before it was whole.')));
  torn.catch(() => undefined);
  try {
    const reading = inTransaction(
      db,
      async (tx) => {
        await tx.query("SET LOCAL TimeZone = 'UTC'");
        await tx.query('SET LOCAL extra_float_digits = 1');
        const members: Record<string, string> = {};
        const counts: Record<string, number> = {};
        const member = async (name: string, bytes: Buffer) => {
          members[name] = sha(bytes);
          await add(tar, name, bytes);
        };
        for (const t of await tablesOf(tx)) {
          counts[t.name] = 0;
          const columns = t.columns.filter((c) => c !== t.bytes).map(ident);
          const order = t.order.map((c) => `x.${ident(c)}`).join(', ');
          await tx.query(
            `DECLARE c_${t.name} NO SCROLL CURSOR FOR SELECT row_to_json(x)::text AS line FROM (SELECT ${columns.join(', ')} FROM ${ident(t.name)}) x ORDER BY ${order}`,
          );
          for (let n = 1; ; n++) {
            const { rows } = await tx.query<{ line: string }>(`FETCH ${ROWS} FROM c_${t.name}`);
            if (rows.length === 0) break;
            counts[t.name] = (own(counts, t.name) ?? 0) + rows.length;
            await member(`${t.name}/${String(n).padStart(6, '0')}.jsonl`, Buffer.from(rows.map((r) => `${r.line}\n`).join('')));
          }
          await tx.query(`CLOSE c_${t.name}`);
          if (!t.bytes) continue;
          await tx.query(
            `DECLARE f_${t.name} NO SCROLL CURSOR FOR SELECT id::text AS id, ${ident(t.bytes)} AS bytes FROM ${ident(t.name)} ORDER BY id`,
          );
          for (;;) {
            const { rows } = await tx.query<{ id: string; bytes: Buffer }>(`FETCH ${FILES} FROM f_${t.name}`);
            if (rows.length === 0) break;
            for (const f of rows) await member(`files/${f.id}`, f.bytes);
          }
          await tx.query(`CLOSE f_${t.name}`);
        }
        const { rows } = await tx.query<{ name: string }>('SELECT name FROM migration ORDER BY name');
        const whole: Manifest = { format: FORMAT, migrations: rows.map((r) => r.name), tables: counts, members };
        await add(tar, 'manifest.json', Buffer.from(`${JSON.stringify(whole, null, 1)}\n`));
        return whole;
      },
      'ISOLATION LEVEL REPEATABLE READ READ ONLY',
    );
    const manifest = await Promise.race([reading, torn]);
    tar.finalize();
    await written;
    const whole = await open(part, 'r');
    await whole.sync();
    await whole.close();
    await rename(part, file);
    return manifest;
  } catch (err) {
    tar.destroy();
    await handle.close().catch(() => undefined);
    await rm(part, { force: true });
    throw err;
  }
}
