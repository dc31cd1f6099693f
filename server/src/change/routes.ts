import { Router, type Request, type Response } from 'express';
import * as z from 'zod';
import {
  changeType as typeBody,
  changeVehicle as vehicleBody,
  keepFound,
  putAway,
  putTogether,
  type FileView,
  type TypePage,
} from '@ash-knot/contract';
import { dayIn, keepable, withKnown, withLasting, type YardRules } from '@ash-knot/core';
import { actorOf, audit } from '../audit/queries';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { badInput, conflict, forbidden, notFound, param, parse } from '../http/problem';
import { jobRow, JobStates } from '../job/queries';
import { confirmedBy, worker } from '../session/guard';
import { personRole } from '../session/queries';
import { shopView } from '../shop/queries';
import { types, vehicleById, vehicleFile } from '../vehicle/queries';
import { changesOf, type ChangeOf, type Changing } from './queries';
import { changeType, putTypeAway, putTypesTogether } from './type';
import { changeVehicle, keepKnown, putVehicleAway, putVehiclesTogether } from './vehicle';

const uuid = z.uuid();

/** Who puts this right, by the yard's rules. A type has torques in it: that needs a PIN. */
async function mayPutRight(tx: Queryable, res: Response, of: ChangeOf): Promise<{ by: string; rules: YardRules }> {
  const by = worker(res);
  const shop = await shopView(tx);
  if (!shop) throw notFound('shop');
  const who = shop.rules.putRight[of === 'type' ? 'types' : 'vehicles'];
  const role = await personRole(tx, by);
  if (!role || !who.includes(role)) throw forbidden(`Here this is for: ${who.join(', ')}. Nothing was stored.`);
  if (of === 'type') confirmedBy(res, by);
  return { by, rules: shop.rules };
}

/** A type's page and a vehicle's file; vehicles and types put right, together and away; what a job found, kept for the next one. @param read where a file is read */
export function changeRoutes(db: Db, read: Queryable, states: JobStates): Router {
  const r = Router();
  readRoutes(r, db, read);
  keepRoute(r, db, states);
  /** One change, whole or not at all, and a line of it in the log. */
  const changing = async (
    req: Request,
    res: Response,
    of: ChangeOf,
    why: string,
    work: (tx: Queryable, id: string, who: Changing, rules: YardRules) => Promise<unknown>,
  ): Promise<void> => {
    const id = param(uuid, req, 'id');
    const said = await inTransaction(db, async (tx) => {
      const { by, rules } = await mayPutRight(tx, res, of);
      const { device, bay } = res.locals.session!;
      const says = await work(tx, id, { by, why, from: { device, bay } }, rules);
      // What is different stands in the change: a name in it is deleted there with its customer.
      await audit(tx, of, actorOf(req, res), { id, why });
      return says;
    });
    res.json(Array.isArray(said) ? { says: said } : {});
  };

  r.patch('/vehicles/:id', async (req, res) => {
    const body = parse(vehicleBody, req.body);
    await changing(req, res, 'vehicle', body.why, (tx, id, who, rules) => changeVehicle(tx, id, { ...body, rules }, who));
  });
  r.post('/vehicles/:id/together', async (req, res) => {
    const { why, into } = parse(putTogether, req.body);
    await changing(req, res, 'vehicle', why, (tx, id, who) => putVehiclesTogether(tx, id, into, who));
  });
  r.put('/vehicles/:id/away', async (req, res) => {
    const { why, away } = parse(putAway, req.body);
    await changing(req, res, 'vehicle', why, (tx, id, who) => putVehicleAway(tx, id, away, who));
  });
  r.put('/types/:id', async (req, res) => {
    const { why, seen, spec } = parse(typeBody, req.body);
    await changing(req, res, 'type', why, async (tx, id, who, rules) => {
      const says = await changeType(tx, id, { to: () => spec, seen, rules }, who);
      if (says.length === 0) throw badInput('spec', 'changes nothing of this type');
      return says;
    });
  });
  r.post('/types/:id/together', async (req, res) => {
    const { why, into } = parse(putTogether, req.body);
    await changing(req, res, 'type', why, (tx, id, who, rules) => putTypesTogether(tx, id, into, rules, who));
  });
  r.put('/types/:id/away', async (req, res) => {
    const { why, away } = parse(putAway, req.body);
    await changing(req, res, 'type', why, (tx, id, who) => putTypeAway(tx, id, away, who));
  });

  return r;
}

/** What a job found, kept for its vehicle or its type: the next one has it as known. */
function keepRoute(r: Router, db: Db, states: JobStates): void {
  r.post('/jobs/:id/keep', async (req, res) => {
    const job = param(uuid, req, 'id');
    const body = parse(keepFound, req.body);
    await inTransaction(db, async (tx) => {
      const { by, rules } = await mayPutRight(tx, res, body.for);
      const row = await jobRow(tx, job, true);
      if (!row) throw notFound('job');
      // One whose tape cannot be read is a sentence that names the line.
      const state = (await states.of(tx, job))!;
      // Of the vehicle and the type it is now: what they were told then is no place for what is known next.
      const vehicle = (await vehicleById(tx, row.vehicleId))!;
      const found = keepable(state).find((k) => k.entry.id === body.entry);
      if (!found) throw conflict('That line was struck, or something later says otherwise. Nothing was kept.');
      if (body.for === 'vehicle' && !found.vehicle)
        throw badInput('for', 'is the vehicle, but what was measured went into the bin with its link');
      const { device, bay } = res.locals.session!;
      const { rows } = await tx.query<{ name: string }>('SELECT name FROM person WHERE id = $1', [found.entry.by]);
      const on = dayIn(rules.timeZone ?? 'UTC', new Date(found.entry.at));
      const who = {
        by,
        from: { device, bay },
        job,
        entry: body.entry,
        why: `Found at ${vehicle.plate} by ${rows[0]!.name}, ${on}`,
      };
      if (body.for === 'type') await changeType(tx, vehicle.typeId, { to: (was) => withLasting(was, found.entry), rules }, who);
      else {
        const { entry } = found;
        const known = withKnown(vehicle.known, {
          ...(entry.kind === 'size' ? { kind: entry.kind, body: entry.body } : { kind: entry.kind, body: entry.body }),
          entry: entry.id,
          by: rows[0]!.name,
          on,
          atKm: state.distanceKm,
        });
        await keepKnown(tx, vehicle.id, { known, says: [`Known of it: ${found.says}.`] }, who);
      }
      await audit(tx, body.for, actorOf(req, res), { job, entry: body.entry, says: found.says });
    });
    res.json({});
  });
}

/** A type's page and a vehicle's file. */
function readRoutes(r: Router, db: Db, read: Queryable): void {
  r.get('/types/:id', async (req, res) => {
    const id = param(uuid, req, 'id');
    const changes = await changesOf(db, 'type', id);
    const type = (await types(db, id))[0]!;
    const page: TypePage = { ...type, ...changes };
    res.json(page);
  });
  r.get('/vehicles/:id', async (req, res) => {
    const id = param(uuid, req, 'id');
    const file = await vehicleFile(read, id);
    if (!file) throw notFound('vehicle');
    const view: FileView = { ...file, ...(await changesOf(read, 'vehicle', id)) };
    res.json(view);
  });
}
