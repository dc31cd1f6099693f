import {
  CARD_SHEETS,
  DEMO_PIN,
  makeBookings,
  makeCatalogue,
  makeGauges,
  makeHistory,
  makeReorderPoints,
  makeVehicles,
  PEOPLE,
  RULES,
  SHOP,
  TYPES,
  CUSTOMERS,
} from '@ash-knot/demo';
import { randomUUID } from 'node:crypto';
import type { BookingBody } from '@ash-knot/contract';
import { uidOf } from '../booking/calendar';
import { insertBooking } from '../booking/queries';
import { putGauge } from '../gauge/queries';
import { keepMissingLessons } from '../learning/lessons';
import { projectAll } from '../ledger/tables';
import { insertParts } from '../part/queries';
import { hashPin } from '../session/pin';
import { insertType, insertVehicle } from '../vehicle/queries';
import { inTransaction, type Db } from '../db/pool';

/** Type ids are fixed, so that two demo shops agree. */
const typeIds = Object.fromEntries(TYPES.map((t, i) => [t.key, `0190d000-0000-7000-8000-0000000000${String(i + 10)}`]));

/**
 * Loads the demo shop into an empty database, all of it or none. Says what it loaded, or nothing when
 * there was a shop already.
 * @param now decides which day it is on the floor
 * @param lessons what its closed jobs teach: with it, or caught up with later, as of any shop
 */
export async function loadDemo(
  db: Db,
  now: Date,
  lessons: 'now' | 'later' = 'now',
): Promise<{ vehicles: number; parts: number; jobs: number } | undefined> {
  return inTransaction(db, async (tx) => {
    // Two servers starting at once: the second waits here and then finds a shop.
    await tx.query('LOCK TABLE shop IN EXCLUSIVE MODE');
    if ((await tx.query('SELECT 1 FROM shop')).rowCount) return undefined;
    await tx.query('INSERT INTO shop (name, notice, bays, rules) VALUES ($1, $2, $3, $4)', [
      SHOP.name,
      SHOP.notice,
      SHOP.bays,
      JSON.stringify(RULES),
    ]);
    for (const g of makeGauges(now)) await putGauge(tx, g);
    for (const p of PEOPLE)
      await tx.query('INSERT INTO person (id, name, role, pin_hash) VALUES ($1,$2,$3,$4)', [
        p.id,
        p.name,
        p.role,
        await hashPin(DEMO_PIN),
      ]);
    for (const { number, paper, ruler } of CARD_SHEETS)
      await tx.query(
        `INSERT INTO card_sheet (id, number, paper, made_by, ruler_mm, ruler_u_mm, ruler_gauge, ruler_by, ruler_at)
         VALUES ($1, $2, $3, 'ruan', $4, $5, $6, $7, $8)`,
        [randomUUID(), number, paper, ruler?.mm, ruler?.uMm, ruler?.gauge, ruler ? 'ruan' : null, ruler ? now : null],
      );
    for (const t of TYPES) await insertType(tx, t.spec, typeIds[t.key]!);
    const vehicles = makeVehicles(now.getFullYear());
    const catalogue = makeCatalogue(typeIds);
    await insertParts(tx, catalogue);
    for (const r of makeReorderPoints(catalogue)) await tx.query('UPDATE part SET reorder_at = $2 WHERE id = $1', [r.part, r.at]);
    const types = Object.fromEntries(TYPES.map((t) => [t.key, { id: typeIds[t.key]!, spec: t.spec }]));
    const jobs = makeHistory({ now, vehicles, types, catalogue });
    const vehicleIds = new Map(vehicles.map((v, i) => [v.key, `0190d000-0000-7000-9000-0000000000${String(i + 10)}`]));
    for (const v of vehicles)
      await insertVehicle(tx, { ...v, id: vehicleIds.get(v.key)!, typeId: typeIds[v.type]!, variant: v.variant });
    for (const c of CUSTOMERS)
      await tx.query(
        `WITH c AS (INSERT INTO customer (id, name, telephone, language, tell, note) VALUES (gen_random_uuid(), $1, $2, $3, $4, $5) RETURNING id)
         UPDATE vehicle SET customer_id = c.id FROM c WHERE owner = $1`,
        [c.name, c.telephone, c.language, c.tell, c.note],
      );
    for (const j of jobs) {
      await tx.query(
        'INSERT INTO job (id, vehicle_id, kind, bay, distance_km, opened_km, opened_at, opened_by) VALUES ($1,$2,$3,$4,$5,$5,$6,$7)',
        [j.id, vehicleIds.get(j.vehicle), j.kind, j.bay, j.distanceKm, new Date(j.openedAt), j.openedBy],
      );
      await tx.query(
        `INSERT INTO entry (id, job_id, kind, version, body, by_person, at, received_at)
         SELECT id, $2, kind, version, body, by, at, at FROM jsonb_to_recordset($1) AS e(id uuid, kind text, version int, body jsonb, by text, at timestamptz) ORDER BY at, id`,
        [JSON.stringify(j.entries), j.id],
      );
      await projectAll(tx, j.entries);
    }
    for (const b of makeBookings(now)) {
      const id = randomUUID();
      const vehicleId = vehicleIds.get(vehicles.find((v) => v.plate === b.plate)?.key ?? '') ?? null;
      const body = {
        ...structuredClone(b),
        kind: 'noise',
        note: '',
        comesAt: b.comesAt.toISOString(),
        vehicleId,
      } as unknown as BookingBody;
      await insertBooking(tx, id, { ...body, plate: vehicleId ? '' : b.plate }, { person: 'pella', token: null }, uidOf(id));
    }
    if (lessons === 'now') await keepMissingLessons(tx);
    return { vehicles: vehicles.length, parts: catalogue.length, jobs: jobs.length };
  });
}
