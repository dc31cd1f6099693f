import { contextOf, readJob, readVehicleType, sayUnreadable, type JobKind, type JobState } from '@ash-knot/core';
import type { JobReply, JobView, StoredEntry } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { LAST_PLAY } from '../gauge/last-play';
import { JOB_FILE } from '../learning/job-file';
import { HttpProblem } from '../http/problem';
import { ENTRY, entriesOf, iso, readEntries } from '../ledger/read';
import { shopView } from '../shop/queries';
import { VEHICLE } from '../vehicle/queries';

/** Why an entry or attachment of work is not taken any more. */
export const HANDED_BACK = 'The vehicle was handed back. Strike the hand-back first, or open a new job.';

interface JobRow {
  id: string;
  vehicleId: string;
  kind: JobKind;
  bay: string | null;
  distanceKm: number;
  openedAt: Date;
  closedAt: Date | null;
}

export async function jobRow(db: Queryable, id: string, lock = false): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(
    `SELECT id, vehicle_id AS "vehicleId", kind, bay, distance_km AS "distanceKm", opened_at AS "openedAt", closed_at AS "closedAt" FROM job WHERE id = $1 ${lock ? 'FOR UPDATE' : ''}`,
    [id],
  );
  return rows[0];
}

/** So many lines of a tape are read at once: in between others are served. */
export const SLICE = 500;

/**
 * One job with its vehicle and type and the first lines of its tape, in one question to the database: every sheet asks this.
 * @param known the last line that is known: the tape from there on, where it is one of this job's
 */
export async function jobSlice(db: Queryable, id: string, known?: string): Promise<JobReply | undefined> {
  const { rows } = await db.query<JobView & { after: string | null }>(
    `SELECT j.id, j.kind, j.bay, j.distance_km AS "distanceKm", ${iso('j.opened_at')} AS "openedAt", coalesce(told.spec, t.spec) AS type, to_jsonb(vehicle) || coalesce(was.before, '{}') AS vehicle, ${JOB_FILE} AS file, ${LAST_PLAY} AS "lastPlay", k.id AS after,
            (SELECT coalesce(json_agg(e ORDER BY e.seq), '[]') FROM (${ENTRY} WHERE job_id = j.id AND seq > coalesce(k.seq, 0) ORDER BY seq LIMIT ${SLICE}) AS e) AS entries
       FROM job j
       JOIN LATERAL (${VEHICLE} WHERE v.id = j.vehicle_id) AS vehicle ON true
       -- A job that is closed keeps what it was told: vehicle and type as they were until they were first changed after it.
       LEFT JOIN LATERAL (SELECT c.before FROM change c WHERE c.vehicle_id = coalesce(j.was_vehicle, j.vehicle_id) AND c.at > j.closed_at ORDER BY c.at, c.id LIMIT 1) AS was ON true
       JOIN vehicle_type t ON t.id = coalesce((was.before->>'typeId')::uuid, vehicle."typeId")
       LEFT JOIN LATERAL (SELECT c.before AS spec FROM change c WHERE c.type_id = t.id AND c.at > j.closed_at ORDER BY c.at, c.id LIMIT 1) AS told ON true
       LEFT JOIN entry k ON k.id = $2 AND k.job_id = j.id
      WHERE j.id = $1`,
    [id, known ?? null],
  );
  if (!rows[0]) return undefined;
  const { after, ...row } = rows[0];
  const type = readVehicleType(row.type);
  return {
    ...row,
    vehicle: { ...row.vehicle, typeName: type.name },
    type,
    entries: readEntries(row.entries),
    ...(after ? { after } : {}),
  };
}

/** The rest of a tape, slice by slice. */
export async function* slicesAfter(db: Queryable, { id, entries }: JobView): AsyncGenerator<readonly StoredEntry[]> {
  for (let slice = entries; slice.length === SLICE;) {
    slice = await entriesOf(db, [id], { after: slice.at(-1)!.seq, most: SLICE });
    yield slice;
  }
}

/** One job with all of its tape. */
export async function jobView(db: Queryable, id: string): Promise<JobView | undefined> {
  const view = await jobSlice(db, id);
  if (!view || view.entries.length < SLICE) return view;
  const entries = [...view.entries];
  for await (const slice of slicesAfter(db, view)) entries.push(...slice);
  return { ...view, entries };
}

/** Lines of tapes that are kept in this process; the tapes that were not asked for longest go first. */
const MOST_LINES = 40_000;

/**
 * What the server must judge itself: the states of jobs as core sees them. A tape only grows, so that of one that was read
 * before only what came since is read again.
 */
export class JobStates {
  private readonly tapes = new Map<string, readonly StoredEntry[]>();
  private lines = 0;

  /**
   * The state of a job, with what this transaction has written itself.
   * @throws 409 naming the line, where it cannot be read: what nobody can judge is not let through
   */
  async of(db: Queryable, id: string): Promise<JobState | undefined> {
    const known = this.tapes.get(id) ?? [];
    const job = await jobSlice(db, id, known.at(-1)?.id);
    const shop = await shopView(db);
    if (!job || !shop) return undefined;
    const entries = [...(job.after ? known : []), ...job.entries];
    for await (const slice of slicesAfter(db, job)) entries.push(...slice);
    await this.keep(db, id, entries);
    const { state, unreadable } = readJob(contextOf(job, shop), entries);
    if (unreadable)
      throw new HttpProblem(409, 'unreadable', `${sayUnreadable(unreadable)} Strike that line first. Nothing was stored.`);
    return state;
  }

  /** Keeps what is stored for good: what this transaction wrote may be taken back with it. */
  private async keep(db: Queryable, id: string, entries: readonly StoredEntry[]): Promise<void> {
    const before = this.tapes.get(id)?.length ?? 0;
    const { rows } = await db.query<{ seq: number | null }>(
      `SELECT min(seq) AS seq FROM entry WHERE job_id = $1 AND seq > $2 AND xmin = pg_current_xact_id_if_assigned()::xid`,
      [id, entries[before - 1]?.seq ?? 0],
    );
    const mine = rows[0]?.seq ?? Infinity;
    const kept = entries.filter((e) => e.seq < mine);
    this.tapes.delete(id);
    this.tapes.set(id, kept);
    this.lines += kept.length - before;
    for (const [old, tape] of this.tapes) {
      if (this.lines <= MOST_LINES || old === id) break;
      this.tapes.delete(old);
      this.lines -= tape.length;
    }
  }
}
