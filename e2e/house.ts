import type { ChildProcess } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import path from 'node:path';
import pg from 'pg';

/** Debian's Chromium without a window: it draws what is asked for and nothing besides, in a third of the time of the whole one. */
export const CHROMIUM = '/usr/bin/chromium-headless-shell';
/** The whole one, which alone has a microphone. */
export const WHOLE_CHROMIUM = '/usr/bin/chromium';

const ROOT = path.resolve(import.meta.dirname, '..');

/** What `npm test` says of the yard: where its PostgreSQL is, the loaded demo yard in it, how many servers stand behind one address. */
interface Template {
  readonly url: string;
  readonly database: string;
  readonly servers: number;
}
export const template = (): Template => {
  const said = process.env['E2E_TEMPLATE'];
  if (!said) throw new Error('E2E_TEMPLATE is not set: run the tests with npm test, which loads the demo yard.');
  return JSON.parse(said) as Template;
};

interface Started {
  readonly child: ChildProcess;
  readonly address: string;
}
const tools = async () => ({
  ...((await import(path.join(ROOT, 'tools/lib/server.mjs'))) as {
    startServer(o: { databaseUrl: string; env: Record<string, string> }): Promise<Started>;
  }),
  ...((await import(path.join(ROOT, 'tools/lib/front.mjs'))) as {
    startFront(addresses: string[]): Promise<{ address: string; stop(): void }>;
  }),
  ...((await import(path.join(ROOT, 'tools/lib/say.mjs'))) as { end(pid: number): Promise<void> }),
});

const QUIET = { REQUESTS_PER_MINUTE: '100000', SUPPLIER_MOODS: 'off', PRACTICE_SEED: '7' };

/** A yard of one worker's own: a copy of the demo yard and the servers before it. A file of tests begins with a fresh one. */
export class House {
  address = '';
  private file = '';
  private stop: () => Promise<void> = async () => undefined;
  private db: pg.Client | undefined;

  /** The address of the yard of this file: the one that stands, or a new one where another file's stands. */
  async at(file: string): Promise<string> {
    if (file === this.file) return this.address;
    await this.close();
    const { url, database, servers } = template();
    const name = `e2e_${randomBytes(6).toString('hex')}`;
    const of = (db: string) => Object.assign(new URL(url), { pathname: `/${db}` }).href;
    const admin = new pg.Client({ connectionString: url });
    await admin.connect();
    await admin.query(`CREATE DATABASE ${name} TEMPLATE ${database}`);
    const { startServer, startFront, end } = await tools();
    const started = await Promise.all(Array.from({ length: servers }, () => startServer({ databaseUrl: of(name), env: QUIET })));
    // With several, nothing may live in one of them alone.
    const front = started.length > 1 ? await startFront(started.map((s) => s.address)) : undefined;
    this.db = new pg.Client({ connectionString: of(name) });
    await this.db.connect();
    this.file = file;
    this.address = front?.address ?? started[0]!.address;
    this.stop = async () => {
      front?.stop();
      for (const { child } of started) {
        child.removeAllListeners('exit');
        await end(child.pid!);
      }
      await this.db!.end();
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`);
      await admin.end();
    };
    return this.address;
  }

  async close(): Promise<void> {
    await this.stop();
    this.stop = async () => undefined;
    this.file = '';
  }

  /** What a test wants to be there without doing it: parts by the thousand, a tape as long as no job has. */
  async put(sql: string, values: readonly unknown[] = []): Promise<void> {
    await this.db!.query(sql, [...values]);
  }

  /**
   * A device as it is after somebody signed it in: a PIN is slow to try on purpose, so all tests but those of the door begin
   * behind it. Its cookie's value.
   */
  async device(person: string, bay: string): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const hash = createHash('sha256').update(token).digest();
    const { rowCount } = await this.db!.query(
      `INSERT INTO session (token_hash, bay, person_id, opened_by, expires_at)
       SELECT $1, $2, id, id, now() + interval '1 day' FROM person WHERE name = $3`,
      [hash, bay, person],
    );
    if (rowCount !== 1) throw new Error(`nobody in this yard is called ${person}`);
    await this.db!.query(
      'INSERT INTO session_person (token_hash, person_id) SELECT token_hash, person_id FROM session WHERE token_hash = $1',
      [hash],
    );
    return token;
  }
}
