import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import * as z from 'zod';
import { newVehicle, type VehicleView } from '@ash-knot/contract';
import { checkType } from '@ash-knot/core';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { worker } from '../session/guard';
import { conflict, parse } from '../http/problem';
import { searchVehicles } from '../find/queries';
import { checkVariant, vinOf } from './checks';
import { insertType, insertVehicle, types, vehicleById } from './queries';

/** @param read where history and search are read */
export function vehicleRoutes(db: Db, read: Queryable): Router {
  const r = Router();

  r.get('/types', async (_req, res) => void res.json(await types(db)));

  r.get('/vehicles', async (req, res) => {
    const { q } = parse(z.object({ q: z.string().trim().max(60).default('') }), req.query);
    res.json((await searchVehicles(read, q)).map(({ score: _, ...v }): VehicleView => v));
  });

  r.post('/vehicles', async (req, res) => {
    worker(res);
    const body = parse(newVehicle, req.body);
    const vin = vinOf(body.vin);
    if (body.newType) checkType(body.newType);
    const id = randomUUID();
    await inTransaction(db, async (tx) => {
      const typeId = body.typeId ?? (await insertType(tx, body.newType!));
      if (!typeId) throw conflict(`There is already a type called ${body.newType!.name}. Nothing was stored.`);
      await checkVariant(tx, typeId, body.variant);
      const ok = await insertVehicle(tx, {
        id,
        plate: body.plate,
        vin,
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
