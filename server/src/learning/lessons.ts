import type { Logger } from 'pino';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import type { ShopView } from '@ash-knot/contract';
import { contextOf, readJob } from '@ash-knot/core';
import { failureOf } from '../db/failure';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { heavy } from '../heavy';
import { jobView } from '../job/queries';
import { iso } from '../ledger/read';
import { shopView } from '../shop/queries';
import { dropTimes, keepTimes, sumAllTimes, sumTimes, type Timed } from './times';

/** Works out what a closed job teaches, and keeps it; a second hand-back replaces the first. */
async function keepLesson(db: Queryable, id: string, closedAt: string): Promise<void> {
  const kept = await keepAlone(db, id, closedAt);
  if (kept) await sumTimes(db, kept.typeId, kept.tasks);
}

/** The lesson alone; what its times come to is summed by the caller. */
async function keepAlone(
  db: Queryable,
  id: string,
  closedAt: string,
  known?: ShopView | null,
): Promise<{ typeId: string; tasks: Timed[] } | undefined> {
  const job = await jobView(db, id);
  const shop = known ?? (await shopView(db));
  if (!job || !shop) return undefined;
  // A tape that cannot be read teaches nothing; its sheet says so, and the others go on.
  if (readJob(contextOf(job, shop), job.entries).unreadable) return undefined;
  const l = await heavy('lesson', contextOf(job, shop), job.entries, shop.suspectsTable ?? SHIPPED);
  await db.query(
    `INSERT INTO lesson (job_id, vehicle_id, type_id, distance_km, closed_at, faults, renewed, counts, predictions, sisters, left_with, held, fitted)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13)
     ON CONFLICT (job_id) DO UPDATE SET closed_at = $5, faults = $6, renewed = $7, counts = $8, predictions = $9, sisters = $10, left_with = $11, held = $12, fitted = $13`,
    [
      id,
      job.vehicle.id,
      job.vehicle.typeId,
      job.distanceKm,
      closedAt,
      l.faults,
      l.renewed,
      JSON.stringify(l.counts),
      JSON.stringify(l.predictions),
      JSON.stringify(job.file.sisters),
      l.left,
      l.held,
      JSON.stringify(l.fitted),
    ],
  );
  const tasks = await keepTimes(db, { id, typeId: job.vehicle.typeId }, closedAt, l.times);
  return { typeId: job.vehicle.typeId, tasks };
}

/** A closed job's distance was put right: its lesson moves with it. */
export async function moveLesson(db: Queryable, job: string): Promise<void> {
  await db.query('UPDATE lesson l SET distance_km = j.distance_km FROM job j WHERE j.id = l.job_id AND l.job_id = $1', [job]);
}

/** Takes the lesson of a job that is open again away. */
export async function dropLesson(db: Queryable, job: string): Promise<void> {
  const { rows } = await db.query<{ typeId: string }>(
    'DELETE FROM lesson l USING job j WHERE l.job_id = $1 AND j.id = l.job_id AND j.closed_at IS NULL RETURNING l.type_id AS "typeId"',
    [job],
  );
  if (rows[0]) await sumTimes(db, rows[0].typeId, await dropTimes(db, job));
}

interface Closed {
  readonly id: string;
  readonly closedAt: string;
}

/** Of job `j`: its lesson says how it left, too, and what went on. */
const TAUGHT = 'EXISTS (SELECT 1 FROM lesson l WHERE l.job_id = j.id AND l.left_with IS NOT NULL AND l.fitted IS NOT NULL)';

/** Closed jobs without a lesson, in the order they were closed, from a place on. */
async function missing(db: Queryable, after: Closed | undefined, limit: number): Promise<Closed[]> {
  const { rows } = await db.query<Closed>(
    `SELECT j.id, ${iso('j.closed_at')} AS "closedAt" FROM job j
      WHERE j.closed_at IS NOT NULL AND ($1::timestamptz IS NULL OR (j.closed_at, j.id) > ($1, $2::uuid))
        AND NOT ${TAUGHT} ORDER BY j.closed_at, j.id LIMIT $3`,
    [after?.closedAt ?? null, after?.id ?? null, limit],
  );
  return rows;
}

const STEP = 50;

/**
 * Lessons of jobs that were closed before lessons were kept, a job a transaction: the yard goes on meanwhile, and two
 * servers that start at once share the work. A job somebody writes to at that moment is passed over and waited for at the end.
 * @returns how many were worked out
 */
export async function catchUpLessons(db: Db, { stop = () => false }: { stop?: () => boolean } = {}): Promise<number> {
  let done = 0;
  for (const others of ['SKIP LOCKED', ''] as const)
    for (let after: Closed | undefined; ;) {
      const jobs = await missing(db, after, STEP);
      if (jobs.length === 0) break;
      after = jobs.at(-1);
      for (const j of jobs) {
        if (stop()) return done;
        if (await teach(db, j.id, others)) done++;
      }
    }
  return done;
}

/** Works out the lesson of a job that is closed and has none, in a transaction of its own. @returns whether there was one to work out */
function teach(db: Db, job: string, others: 'SKIP LOCKED' | ''): Promise<boolean> {
  return inTransaction(db, async (tx) => {
    // Whoever has the job's row works it out; another server finds it done, or the job open again.
    const { rows } = await tx.query<{ closedAt: string }>(
      `SELECT ${iso('j.closed_at')} AS "closedAt" FROM job j
        WHERE j.id = $1 AND j.closed_at IS NOT NULL FOR UPDATE ${others}`,
      [job],
    );
    // Looked for once the row is held: what another server wrote while this one waited for it is seen only by a new question.
    if (!rows[0] || (await tx.query(`SELECT 1 FROM job j WHERE j.id = $1 AND ${TAUGHT}`, [job])).rowCount) return false;
    await keepLesson(tx, job, rows[0].closedAt);
    return true;
  });
}

/**
 * Lessons of the jobs that are handed back here, one after the other and behind the hand-backs: nobody at a counter waits
 * for what a job teaches. One that is lost with its server is caught up with at the next start.
 */
export class Lessons {
  private tail: Promise<unknown> = Promise.resolve();
  private ended = false;
  private again: NodeJS.Timeout | undefined;

  constructor(
    private readonly db: Db,
    private readonly log: Logger,
    private readonly againMs = 10_000,
  ) {}

  add(job: string): void {
    this.tail = this.tail
      .then(() => teach(this.db, job, ''))
      .catch((err: unknown) => {
        this.log.error({ err, job }, 'a lesson could not be worked out');
        this.later(err);
      });
  }
  /**
   * What closed jobs teach and is not worked out yet is caught up with beside the serving, a few at a time; where the
   * database goes away meanwhile, once it is back.
   */
  catchUp(): void {
    void catchUpLessons(this.db, { stop: () => this.ended })
      .then((n) => n && this.log.info({ lessons: n }, 'lessons of closed jobs worked out'))
      .catch((err: unknown) => {
        if (this.ended) return;
        this.log.error({ err }, 'lessons could not be worked out');
        this.later(err);
      });
  }
  private later(err: unknown): void {
    const why = failureOf(err);
    if (this.ended || (why !== 'away' && why !== 'busy')) return;
    clearTimeout(this.again);
    this.again = setTimeout(() => this.catchUp(), this.againMs).unref();
  }
  /** Nothing more is caught up with. */
  end(): void {
    this.ended = true;
    clearTimeout(this.again);
  }
  /** When everything that was added is worked out. */
  async idle(): Promise<void> {
    await this.tail;
  }
}

/** Every missing lesson within one transaction: of a demo shop that is being loaded, or of a rebuild. */
export async function keepMissingLessons(db: Queryable, undone: ReadonlyMap<string, Date> = new Map()): Promise<void> {
  // What was learnt before is no part of what a job teaches: the shop is asked for once.
  const shop = await shopView(db);
  for (let after: Closed | undefined; ;) {
    const jobs = await missing(db, after, STEP);
    if (jobs.length === 0) break;
    after = jobs.at(-1);
    for (const j of jobs) {
      await keepAlone(db, j.id, j.closedAt, shop);
      const at = undone.get(j.id);
      if (at) await db.query('UPDATE lesson SET undone_at = $2 WHERE job_id = $1', [j.id, at]);
    }
  }
  await sumAllTimes(db);
}

/** All lessons worked out anew, in the order the jobs were closed; what a lead has taken out of the count stays out, and what one has looked at stays seen. */
export async function rebuildLessons(db: Queryable): Promise<void> {
  const { rows } = await db.query<{ id: string; at: Date }>(
    'SELECT job_id AS id, undone_at AS at FROM lesson WHERE undone_at IS NOT NULL',
  );
  const { rows: seen } = await db.query<{ id: string; by: string; at: Date }>(
    'SELECT job_id AS id, held_seen_by AS by, held_seen_at AS at FROM lesson WHERE held_seen_at IS NOT NULL',
  );
  await db.query('DELETE FROM lesson');
  await db.query('DELETE FROM step_time');
  await keepMissingLessons(db, new Map(rows.map((r) => [r.id, r.at])));
  for (const s of seen)
    await db.query('UPDATE lesson SET held_seen_by = $2, held_seen_at = $3 WHERE job_id = $1', [s.id, s.by, s.at]);
}
