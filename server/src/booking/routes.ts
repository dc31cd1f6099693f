import { randomUUID } from 'node:crypto';
import express, { Router, type Response } from 'express';
import * as z from 'zod';
import {
  bookingBody,
  bookingQuery,
  calendarQuery,
  cancelBooking,
  changeBooking,
  type BookingBody,
  type BookingView,
  type CalendarTaken,
} from '@ash-knot/contract';
import { REACH_CUSTOMERS } from '@ash-knot/core';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { badInput, forbidden, notFound, param, parse } from '../http/problem';
import { worker } from '../session/guard';
import { personRole } from '../session/queries';
import { knownBay, shopView } from '../shop/queries';
import { vehicleById } from '../vehicle/queries';
import { bookingOf, calendarOf, readCalendar, uidOf, type AsideEvent, type ReadEvent } from './calendar';
import {
  booking,
  bookingPage,
  bookings,
  callOff,
  insertBooking,
  nameOf,
  openBooking,
  rewriteBooking,
  type Booker,
} from './queries';

const uuid = z.uuid();
const calendarBody = express.text({ type: () => true, limit: '1mb' });
/** How far back and ahead a calendar reaches, days. */
const BACK = 7;
const AHEAD = 90;
const DAY_MS = 86_400_000;

/** Who brings a vehicle, and their number, is for whoever puts things to customers. */
async function reaches(db: Queryable, res: Response): Promise<boolean> {
  const role = await personRole(db, worker(res));
  return !!role && REACH_CUSTOMERS.includes(role);
}
const shown = <T extends { readonly who: string }>(b: T, reach: boolean): T => (reach ? b : { ...b, who: '' });

/** Whoever books talks to the customer. */
async function books(db: Queryable, res: Response): Promise<Booker> {
  if (!(await reaches(db, res))) throw forbidden(`Bookings are made by: ${REACH_CUSTOMERS.join(', ')}.`);
  return { person: worker(res), token: res.locals.session!.token?.id ?? null };
}

async function check(tx: Queryable, b: BookingBody): Promise<void> {
  await knownBay(tx, b.bay);
  if (b.vehicleId && !(await vehicleById(tx, b.vehicleId))) throw notFound('vehicle');
  if (b.person && !(await personRole(tx, b.person))) throw badInput('person', 'is nobody who works here');
}

/** Who comes when: written down, changed, called off; as a calendar, out and in. */
export function bookingRoutes(db: Db): Router {
  const r = Router();
  calendarRoutes(r, db);

  r.get('/bookings', async (req, res) => {
    const { from, to } = parse(bookingQuery, req.query);
    const reach = await reaches(db, res);
    res.json((await bookings(db, from, to)).map((b) => shown(b, reach)));
  });
  r.get('/bookings/:id', async (req, res) => {
    const id = param(uuid, req, 'id');
    res.json(shown(await bookingPage(db, id), await reaches(db, res)));
  });
  r.post('/bookings', async (req, res) => {
    const by = await books(db, res);
    const body = parse(bookingBody, req.body);
    const id = randomUUID();
    await inTransaction(db, async (tx) => {
      await check(tx, body);
      await insertBooking(tx, id, body, by, uidOf(id));
    });
    res.status(201).json(await booking(db, id));
  });
  r.put('/bookings/:id', async (req, res) => {
    const by = await books(db, res);
    const id = param(uuid, req, 'id');
    const { seen, to } = parse(changeBooking, req.body);
    await inTransaction(db, async (tx) => {
      await check(tx, to);
      await rewriteBooking(tx, await openBooking(tx, id, seen), to, by);
    });
    res.json(await booking(db, id));
  });
  r.post('/bookings/:id/cancel', async (req, res) => {
    const by = await books(db, res);
    const id = param(uuid, req, 'id');
    const { why } = parse(cancelBooking, req.body);
    await inTransaction(db, async (tx) => {
      await openBooking(tx, id);
      await callOff(tx, id, by, why);
    });
    res.json(await booking(db, id));
  });
  return r;
}

function calendarRoutes(r: Router, db: Db): void {
  r.get('/bookings/calendar', async (_req, res) => {
    worker(res);
    const now = Date.now();
    const at = (days: number) => new Date(now + days * DAY_MS).toISOString();
    const all = (await bookings(db, at(-BACK), at(AHEAD))).filter((b) => !b.gone);
    const { rows } = await db.query<{ id: string; uid: string }>('SELECT id, uid FROM booking WHERE id = ANY($1)', [
      all.map((b) => b.id),
    ]);
    res
      .attachment('plan.ics')
      .type('text/calendar')
      .send(calendarOf(all, new Map(rows.map((x) => [x.id, x.uid])), new Date(now)));
  });

  r.post('/bookings/calendar', calendarBody, async (req, res) => {
    const by = await books(db, res);
    const { try: only } = parse(calendarQuery, req.query);
    const shop = await shopView(db);
    if (!shop) throw notFound('shop');
    const events = readCalendar(typeof req.body === 'string' ? req.body : '', shop.rules.timeZone, shop.bays);
    const taken = await inTransaction(db, (tx) => takeCalendar(tx, events, by, only === 'yes'));
    res.json(taken satisfies CalendarTaken);
  });
}

/** Events held against what is booked: new ones, those that were moved, those that are here already. */
async function takeCalendar(
  tx: Queryable,
  events: readonly (ReadEvent | AsideEvent)[],
  by: Booker,
  only: boolean,
): Promise<CalendarTaken> {
  const found = { added: [] as string[], moved: [] as CalendarTaken['moved'][number][], same: 0, aside: [] as AsideEvent[] };
  const read = events.filter((e): e is ReadEvent => 'uid' in e);
  found.aside.push(...events.filter((e): e is AsideEvent => 'why' in e));
  const { rows: known } = await tx.query<{ id: string; uid: string }>(
    'SELECT id, uid FROM booking WHERE uid = ANY($1) OR id::text = ANY($2)',
    [read.map((e) => e.uid), read.flatMap((e) => e.ours ?? [])],
  );
  const { rows: vehicles } = await tx.query<{ id: string; key: string }>(
    'SELECT id, plate_key AS key FROM vehicle WHERE away_at IS NULL AND plate_key = ANY($1)',
    [[...new Set(read.flatMap((e) => e.plates))]],
  );
  const byKey = new Map(vehicles.map((v) => [v.key, v.id]));
  const met = new Set<string>();
  for (const e of read) {
    if (met.has(e.uid)) {
      found.aside.push({ name: e.name, why: 'it is there twice' });
      continue;
    }
    met.add(e.uid);
    const there = known.find((k) => k.uid === e.uid || k.id === e.ours);
    if (there) await move(tx, await booking(tx, there.id, true), e, by, { found, only });
    else {
      const plate = e.plates.find((p) => byKey.has(p));
      if (!only) await insertBooking(tx, randomUUID(), bookingOf(e, plate ? byKey.get(plate)! : null), by, e.uid);
      found.added.push(e.name);
    }
  }
  return { ...found, taken: !only };
}

async function move(
  tx: Queryable,
  b: BookingView,
  e: ReadEvent,
  by: Booker,
  { found, only }: { found: { moved: CalendarTaken['moved'][number][]; same: number; aside: AsideEvent[] }; only: boolean },
): Promise<void> {
  const { vehicle: _v, seen: _s, id: _i, by: _b, through: _t, at: _a, job, gone, ...body } = b;
  // A calendar counts in seconds.
  const second = (at: string) => Math.floor(Date.parse(at) / 1000);
  if (second(b.comesAt) === second(e.comesAt) && b.minutes === e.minutes) found.same++;
  else if (job || gone) found.aside.push({ name: nameOf(b) || e.name, why: job ? 'it came already' : 'it was called off here' });
  else {
    if (!only) await rewriteBooking(tx, b, { ...body, comesAt: e.comesAt, minutes: e.minutes }, by);
    found.moved.push({ name: nameOf(b) || e.name, was: b.comesAt, is: e.comesAt });
  }
}
