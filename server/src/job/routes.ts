import { Router, type Response } from 'express';
import * as z from 'zod';
import { entry as entrySchema, moveJob, newJob } from '@ash-knot/contract';
import { AFTER_HAND_BACK, handBackBlockers, mayWrite, PIN_KINDS, type Entry, type Part } from '@ash-knot/core';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { confirmedBy, worker } from '../http/guard';
import { conflict, forbidden, HttpProblem, notFound, param, parse } from '../http/problem';
import { personRole } from '../session/queries';
import { vehicleById } from '../vehicle/queries';
import { announce, entriesAfter, floorView, insertEntry, jobRow, jobState, jobView } from './queries';
import { openStream, type JobNews } from './stream';

const uuid = z.uuid();
/** A tablet that was out of reach sends what it kept, but not a whole day in one go. */
const batch = z.object({ entries: z.array(entrySchema).min(1).max(100) });

export function jobRoutes(db: Db, news: JobNews): Router {
  const r = Router();

  r.get('/floor', async (_req, res) => void res.json(await floorView(db)));

  r.get('/floor/stream', (_req, res) => {
    const s = openStream(res);
    s.onClose(news.hear((job) => s.send('floor', { job })));
  });

  r.post('/jobs', async (req, res) => {
    const by = worker(res);
    const body = parse(newJob, req.body);
    const vehicle = await vehicleById(db, body.vehicleId);
    if (!vehicle) throw notFound('vehicle');
    if (body.distanceKm < vehicle.distanceKm) {
      throw new HttpProblem(
        422,
        'bad-input',
        `distanceKm: must be ${Math.round(vehicle.distanceKm)} km or more, as in the file. Nothing was stored.`,
        [{ field: 'distanceKm', message: `must be ${Math.round(vehicle.distanceKm)} km or more` }],
      );
    }
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query(
        'INSERT INTO job (id, vehicle_id, kind, bay, distance_km, opened_by) VALUES ($1,$2,$3,$4,$5,$6) ON CONFLICT DO NOTHING',
        [body.id, body.vehicleId, body.kind, body.bay, body.distanceKm, by],
      );
      if (!rowCount) {
        // The same request sent twice is harmless; another open job of the vehicle is not.
        if (await jobRow(tx, body.id)) return;
        throw conflict(`${vehicle.plate} already has an open job.`);
      }
      await tx.query('UPDATE vehicle SET distance_km = $2 WHERE id = $1', [body.vehicleId, body.distanceKm]);
      await announce(tx, body.id);
    });
    res.status(201).json({ id: body.id });
  });

  r.get('/jobs/:id', async (req, res) => {
    const view = await jobView(db, param(uuid, req, 'id'));
    if (!view) throw notFound('job');
    res.json(view);
  });

  r.patch('/jobs/:id', async (req, res) => {
    worker(res);
    const id = param(uuid, req, 'id');
    const { bay } = parse(moveJob, req.body);
    const { rowCount } = await db.query('UPDATE job SET bay = $2 WHERE id = $1', [id, bay]);
    if (!rowCount) throw notFound('job');
    await announce(db, id);
    res.json({});
  });

  r.post('/jobs/:id/entries', async (req, res) => {
    const id = param(uuid, req, 'id');
    worker(res);
    const { entries } = parse(batch, req.body);
    const stray = entries.findIndex((e) => e.job !== id);
    if (stray >= 0)
      throw new HttpProblem(422, 'bad-input', `entries.${stray}.job: is not this job. Nothing was stored.`, [
        { field: `entries.${stray}.job`, message: 'is not this job' },
      ]);
    await inTransaction(db, async (tx) => {
      // The job's row is the lock: two hand-backs, or a hand-back and a late entry, come one after the other.
      const job = await jobRow(tx, id, true);
      if (!job) throw notFound('job');
      let closed = job.closedAt !== null;
      let fresh = false;
      for (const e of entries) {
        const known = await tx.query<{ job_id: string; kind: string }>('SELECT job_id, kind FROM entry WHERE id = $1', [e.id]);
        if (known.rows[0]) {
          if (known.rows[0].job_id !== e.job || known.rows[0].kind !== e.kind)
            throw conflict(`The entry ${e.id} already stands for something else. Nothing was stored.`);
          continue;
        }
        await allow(tx, res, e, closed);
        if (await insertEntry(tx, e)) fresh = true;
        if (e.kind === 'hand-back') closed = true;
        if (e.kind === 'strike') closed = (await jobRow(tx, id))!.closedAt !== null;
      }
      if (fresh) await announce(tx, id);
    });
    res.status(201).json({ stored: entries.length });
  });

  r.get('/jobs/:id/stream', async (req, res) => {
    const id = param(uuid, req, 'id');
    const { after } = parse(z.object({ after: z.coerce.number().int().min(0).default(0) }), req.query);
    if (!(await jobRow(db, id))) throw notFound('job');
    // A browser that lost the line says what it saw last.
    let seen = Math.max(after, Number(req.headers['last-event-id'] ?? 0) || 0);
    const s = openStream(res);
    let running: Promise<void> = Promise.resolve();
    const push = () => {
      running = running
        .then(async () => {
          const fresh = await entriesAfter(db, id, seen);
          if (fresh.length === 0) return;
          seen = fresh.at(-1)!.seq;
          s.send('entries', fresh, seen);
        })
        .catch(() => undefined);
    };
    s.onClose(news.hear((job) => (job === id || job === '*') && push()));
    // The bay's gauges come over the same line: a browser opens only six to one server.
    s.onClose(news.hearGauges(res.locals.session!.bay, (said) => s.send('said', said)));
    push();
  });
  return r;
}

/** Is this person allowed to write this entry, now? Throws the problem when not. */
async function allow(tx: Queryable, res: Response, e: Entry, closed: boolean): Promise<void> {
  const role = await personRole(tx, e.by);
  if (!role) throw forbidden('Nobody of that name works here.');
  if (!mayWrite(role, e.kind)) throw forbidden(`A ${role} does not write this: ${e.kind}. Nothing was stored.`);
  if (Date.parse(e.at) > Date.now() + 10 * 60_000)
    throw new HttpProblem(422, 'bad-input', 'at: is in the future. Check this device’s clock. Nothing was stored.', [
      { field: 'at', message: 'is in the future' },
    ]);
  if (closed && !AFTER_HAND_BACK.has(e.kind))
    throw conflict('The vehicle was handed back. Strike the hand-back first, or open a new job.');
  if (PIN_KINDS.has(e.kind)) confirmedBy(res, e.by);
  if (e.kind === 'strike') {
    const { rows } = await tx.query<{ by_person: string; kind: string; job_id: string }>(
      'SELECT by_person, kind, job_id FROM entry WHERE id = $1',
      [e.body.entry],
    );
    if (!rows[0] || rows[0].job_id !== e.job) throw notFound('entry to strike');
    if (rows[0].kind === 'strike') throw conflict('A strike is not struck; write the entry again.');
    // One's own slip is struck freely; what somebody else wrote, and what needed a PIN, needs a PIN.
    if (rows[0].by_person !== e.by || PIN_KINDS.has(rows[0].kind as Entry['kind'])) {
      if (role === 'learner') throw forbidden('A learner strikes only their own entries.');
      confirmedBy(res, e.by);
    }
  }
  if (
    e.kind === 'loop' &&
    !(await tx.query('UPDATE loop_file SET job_id = $2 WHERE id = $1 AND (job_id IS NULL OR job_id = $2)', [e.body.file, e.job]))
      .rowCount
  )
    throw notFound('file of the loop');
  if (e.kind === 'reading' || e.kind === 'zero' || e.kind === 'loop') {
    const { rowCount } = await tx.query('SELECT 1 FROM gauge WHERE id = $1', [e.body.gauge]);
    if (!rowCount)
      throw new HttpProblem(422, 'bad-input', 'gauge: is not in the register. Nothing was stored.', [
        { field: 'body.gauge', message: 'is not in the register' },
      ]);
  }
  if (e.kind === 'choose') await checkPart(tx, e.body.part);
  if (
    e.kind === 'rechecked' &&
    !(await tx.query('SELECT 1 FROM recheck WHERE entry_id = $1 AND job_id = $2', [e.body.recheck, e.job])).rowCount
  ) {
    throw notFound('recheck');
  }
  if (e.kind === 'hand-back') {
    const state = await jobState(tx, e.job);
    const blockers = state ? handBackBlockers(state) : ['The job cannot be read.'];
    if (blockers.length)
      throw new HttpProblem(
        409,
        'blocked',
        `Not yet: ${blockers[0]}`,
        blockers.map((message) => ({ field: 'hand-back', message })),
      );
  }
}

/** A part's torques come from the catalogue, never from whoever chose it; a part of one's own has none. */
async function checkPart(tx: Queryable, part: Part): Promise<void> {
  const wrong = (message: string) =>
    new HttpProblem(422, 'bad-input', `part: ${message}. Nothing was stored.`, [{ field: 'body.part', message }]);
  if (part.kind === 'other part') {
    if (part.torque.length) throw wrong('has torques, but is not in the catalogue');
    return;
  }
  const { rows } = await tx.query<{ same: boolean }>(`SELECT spec->'torque' = $2::jsonb AS same FROM part WHERE id = $1`, [
    part.id,
    JSON.stringify(part.torque),
  ]);
  if (!rows[0]) throw wrong('is not in the catalogue');
  if (!rows[0].same) throw wrong('has other torques than the catalogue');
}
