import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router, type Response } from 'express';
import * as z from 'zod';
import { jobQuery, moveJob, newJob, type JobReply, type PapersView, type StoredEntry } from '@ash-knot/contract';
import { askDistance, daysSince, grouped, makeEntry } from '@ash-knot/core';
import { papersOf } from '@ash-knot/core/paper';
import { came, said } from '../booking/queries';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { worker } from '../session/guard';
import { badInput, conflict, HttpProblem, notFound, param, parse } from '../http/problem';
import { append } from '../ledger/append';
import type { Sender } from '../ledger/tape';
import { happened } from '../live/channel';
import { knownBay } from '../shop/queries';
import { vehicleById } from '../vehicle/queries';
import { jobRow, jobSlice, JobStates, SLICE, slicesAfter } from './queries';

const uuid = z.uuid();

/** A job in JSON, its tape slice by slice. */
async function* inSlices(db: Db, view: JobReply): AsyncGenerator<string> {
  const lines = (entries: readonly StoredEntry[]) => entries.map((e) => JSON.stringify(e)).join();
  const { entries, ...head } = view;
  yield `${JSON.stringify(head).slice(0, -1)},"entries":[${lines(entries)}`;
  for await (const slice of slicesAfter(db, view)) if (slice.length) yield `,${lines(slice)}`;
  yield ']}';
}

/** A job that was booked begins with what was told then, by whoever heard it. */
async function begun(tx: Queryable, job: string, vehicleId: string, booking: string, from: Sender): Promise<Lines> {
  const { complaint, by, at, through } = await came(tx, booking, job, vehicleId);
  // When and by what it was booked is for the plan to say.
  const { booked: _b, through: _t, ...told } = complaint;
  if (!said(told)) return [];
  const body = { ...told, booked: at, ...(through ? { through } : {}) };
  const entry = makeEntry({ kind: 'complaint', body }, { id: randomUUID(), job, by, at: new Date().toISOString() });
  await append(tx, entry, from);
  return [{ id: entry.id, kind: entry.kind }];
}
type Lines = readonly { id: string; kind: string }[];
const senderOf = (res: Response): Sender => {
  const { device, bay } = res.locals.session!;
  return { device, bay };
};

export function jobRoutes(db: Db, states: JobStates): Router {
  const r = Router();

  r.post('/jobs', async (req, res) => {
    const by = worker(res);
    const body = parse(newJob, req.body);
    const vehicle = await vehicleById(db, body.vehicleId);
    if (!vehicle) throw notFound('vehicle');
    if (body.distanceKm < vehicle.distanceKm)
      throw badInput(
        'distanceKm',
        `must be ${grouped(vehicle.distanceKm)} km or more, as in the file; if the file is wrong, it is put right on the tape of the job that said so`,
      );
    await knownBay(db, body.bay);
    const asked = askDistance(body.distanceKm, {
      distanceKm: vehicle.distanceKm,
      kmPerDay: vehicle.kmPerDay,
      days: daysSince(vehicle.saidOn, Date.now()),
    });
    if (asked && !body.sure) throw new HttpProblem(409, 'distance', `${asked} Nothing was stored.`);
    await inTransaction(db, async (tx) => {
      if ((await tx.query('SELECT 1 FROM vehicle WHERE id = $1 AND away_at IS NOT NULL', [body.vehicleId])).rowCount)
        throw conflict(`${vehicle.plate} was put away: take it back in its file first. Nothing was stored.`);
      const { rowCount } = await tx.query(
        'INSERT INTO job (id, vehicle_id, kind, bay, distance_km, opened_km, opened_by) VALUES ($1,$2,$3,$4,$5,$5,$6) ON CONFLICT DO NOTHING',
        [body.id, body.vehicleId, body.kind, body.bay, body.distanceKm, by],
      );
      if (!rowCount) {
        // The same request sent twice is harmless; another open job of the vehicle is not.
        const there = await jobRow(tx, body.id);
        if (there?.vehicleId === body.vehicleId) return;
        if (there) throw conflict('This sheet stands for another vehicle already. Nothing was stored.');
        throw conflict(`${vehicle.plate} already has an open job.`);
      }
      await tx.query('UPDATE vehicle SET distance_km = $2 WHERE id = $1', [body.vehicleId, body.distanceKm]);
      const lines = body.booking ? await begun(tx, body.id, body.vehicleId, body.booking, senderOf(res)) : [];
      await happened(tx, { of: 'job', id: body.id, what: 'opened', lines });
    });
    res.status(201).json({ id: body.id });
  });

  r.get('/jobs/:id', async (req, res) => {
    const view = await jobSlice(db, param(uuid, req, 'id'), parse(jobQuery, req.query).after);
    if (!view) throw notFound('job');
    if (view.entries.length < SLICE) res.json(view);
    // A long tape is sent as it is read: nobody else waits for it.
    else await pipeline(Readable.from(inSlices(db, view)), res.type('json'));
  });

  /** By the rules that print them, from the tape as it stands. */
  r.get('/jobs/:id/papers', async (req, res) => {
    const id = param(uuid, req, 'id');
    const state = await states.of(db, id);
    if (!state) throw notFound('job');
    const { vehicle } = (await jobSlice(db, id, state.entries.at(-1)?.id))!;
    const { plate, typeName, year } = vehicle;
    res.json({ job: id, plate, typeName, year, papers: papersOf(state) } satisfies PapersView);
  });

  r.patch('/jobs/:id', async (req, res) => {
    worker(res);
    const id = param(uuid, req, 'id');
    const { bay } = parse(moveJob, req.body);
    await knownBay(db, bay);
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query('UPDATE job SET bay = $2 WHERE id = $1 AND closed_at IS NULL', [id, bay]);
      if (!rowCount)
        throw (await jobRow(tx, id)) ? conflict('The vehicle was handed back: it stands in no bay here.') : notFound('job');
      await happened(tx, { of: 'job', id, what: 'moved' });
    });
    res.json({});
  });
  return r;
}
