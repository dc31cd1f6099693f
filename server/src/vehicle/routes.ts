import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import * as z from 'zod';
import { newVehicle, type VehicleView } from '@ash-knot/contract';
import { checkType, readVin } from '@ash-knot/core';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { worker } from '../session/guard';
import { badInput, conflict, HttpProblem, notFound, param, parse } from '../http/problem';
import { searchVehicles } from '../find/queries';
import { insertType, insertVehicle, types, typeSpec, vehicleById, vehicleFile } from './queries';

/** @param read where history and search are read */
export function vehicleRoutes(db: Db, read: Queryable): Router {
  const r = Router();

  r.get('/types', async (_req, res) => void res.json(await types(db)));

  r.get('/vehicles', async (req, res) => {
    const { q } = parse(z.object({ q: z.string().trim().max(60).default('') }), req.query);
    res.json((await searchVehicles(read, q)).map(({ score: _, ...v }): VehicleView => v));
  });

  r.get('/vehicles/:id', async (req, res) => {
    const file = await vehicleFile(read, param(z.uuid(), req, 'id'));
    if (!file) throw notFound('vehicle');
    res.json(file);
  });

  r.post('/vehicles', async (req, res) => {
    worker(res);
    const body = parse(newVehicle, req.body);
    const vin = body.vin ? readVin(body.vin, new Date().getFullYear() + 1) : undefined;
    // A wrong check digit only warns; a text that cannot be a VIN at all is a slip of the finger.
    if (vin?.faults.length)
      throw new HttpProblem(422, 'bad-input', `${vin.faults[0]} Nothing was stored.`, {
        fields: vin.faults.map((message) => ({ field: 'vin', message })),
      });
    if (body.newType) checkType(body.newType);
    const id = randomUUID();
    await inTransaction(db, async (tx) => {
      const typeId = body.typeId ?? (await insertType(tx, body.newType!));
      if (!typeId) throw conflict(`There is already a type called ${body.newType!.name}. Nothing was stored.`);
      if (body.typeId && !(await tx.query('SELECT 1 FROM vehicle_type WHERE id = $1', [typeId])).rowCount)
        throw notFound('vehicle type');
      if (body.variant) {
        const known = (await typeSpec(tx, typeId))?.variants?.some((x) => x.name === body.variant);
        if (!known) throw badInput('variant', `${body.variant} is none of this type`);
      }
      const ok = await insertVehicle(tx, {
        id,
        plate: body.plate,
        vin: vin?.vin ?? null,
        typeId,
        variant: body.variant ?? null,
        year: body.year,
        distanceKm: body.distanceKm,
        kmPerDay: body.kmPerDay,
        owner: body.owner,
      });
      if (!ok) throw conflict(`The plate ${body.plate.toUpperCase()} is already in the file. Nothing was stored.`);
    });
    res.status(201).json(await vehicleById(db, id));
  });
  return r;
}
