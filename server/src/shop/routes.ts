import { own } from '@ash-knot/core';
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { Router } from 'express';
import * as z from 'zod';
import {
  auditQuery,
  changePerson,
  changePin,
  firstRun,
  newPerson,
  shopPlaces,
  text,
  yardRules,
  type DeviceView,
  type PersonFull,
  type SetupView,
} from '@ash-knot/contract';
import { actorOf, audit, auditPage } from '../audit/queries';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { confirmedRole } from '../session/guard';
import { conflict, notFound, param, parse } from '../http/problem';
import { hashPin } from '../session/pin';
import { devices, dropConfirmations, dropTaps, endDevice } from '../session/queries';
import { makeShop } from './first-run';

const personId = text(60).min(1);

/** The first lead of an empty shop, made with the code the server printed. */
export function firstRunRoutes(db: Db): Router {
  const r = Router();
  r.post('/first-run', async (req, res) => {
    const lead = await makeShop(db, parse(firstRun, req.body));
    await audit(db, 'shop made', actorOf(req, res, lead));
    res.status(201).json({ person: lead });
  });
  return r;
}

/** The yard rules, people, devices and the log: a lead's name and PIN. */
export function shopRoutes(db: Db): Router {
  const r = Router();
  setupRoute(r, db);
  ruleRoutes(r, db);
  peopleRoutes(r, db);
  deviceRoutes(r, db);
  return r;
}

/** What a new shop has by now, counted: its floor says what is still missing. */
function setupRoute(r: Router, db: Db): void {
  r.get('/shop/setup', async (_req, res) => {
    const { rows } = await db.query<SetupView>(
      `SELECT (SELECT count(*)::int FROM person WHERE active) AS people,
              (SELECT count(*)::int FROM session WHERE ended_at IS NULL) AS devices,
              (SELECT count(*)::int FROM vehicle WHERE away_at IS NULL) AS vehicles,
              (SELECT count(*)::int FROM vehicle_type WHERE away_at IS NULL) AS types,
              (SELECT count(*)::int FROM (SELECT 1 FROM part LIMIT 1000) AS p) AS parts`,
    );
    res.json(rows[0]);
  });
}

function ruleRoutes(r: Router, db: Db): void {
  r.put('/shop/rules', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const rules = parse(yardRules, req.body);
    await inTransaction(db, async (tx) => {
      const { rows } = await tx.query<{ rules: Record<string, unknown> }>('SELECT rules FROM shop FOR UPDATE');
      await tx.query('UPDATE shop SET rules = $1', [JSON.stringify(rules)]);
      await audit(tx, 'rules', actorOf(req, res), changed(rows[0]!.rules, { ...rules }));
    });
    res.json(rules);
  });

  /** What the yard is called, its bays, and the line under the floor's title. */
  r.put('/shop/places', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const places = parse(shopPlaces, req.body);
    await inTransaction(db, async (tx) => {
      const { rows } = await tx.query<Record<string, unknown>>('SELECT name, bays, notice FROM shop FOR UPDATE');
      await tx.query('UPDATE shop SET name = $1, bays = $2, notice = $3', [places.name, places.bays, places.notice]);
      await audit(tx, 'rules', actorOf(req, res), changed(rows[0]!, { ...places }));
    });
    res.json(places);
  });
}

function peopleRoutes(r: Router, db: Db): void {
  r.get('/people', async (_req, res) => {
    await confirmedRole(db, res, ['lead']);
    const { rows } = await db.query<PersonFull>(
      "SELECT id, name, role, active, pin_hash <> '' AS pin FROM person ORDER BY active DESC, name",
    );
    res.json(rows);
  });

  r.post('/people', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const body = parse(newPerson, req.body);
    const id = randomUUID();
    const pin = await hashPin(body.pin);
    await inTransaction(db, async (tx) => {
      await freeName(tx, body.name, id);
      await tx.query('INSERT INTO person (id, name, role, pin_hash) VALUES ($1, $2, $3, $4)', [id, body.name, body.role, pin]);
      await audit(tx, 'person added', actorOf(req, res), { person: id, name: body.name, role: body.role });
    });
    res.status(201).json({ id });
  });

  /** Another name or role, or working here no longer: what they wrote keeps standing under their name. */
  r.patch('/people/:id', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const id = param(personId, req, 'id');
    const body = parse(changePerson, req.body);
    await inTransaction(db, async (tx) => {
      // One change of people at a time: two leads must not take each other's last lead away.
      const { rows } = await tx.query<Omit<PersonFull, 'pin'>>(
        'SELECT id, name, role, active FROM person ORDER BY id FOR UPDATE',
      );
      const before = rows.find((p) => p.id === id);
      if (!before) throw notFound('person');
      const after = { ...before, ...body };
      const then = rows.map((p) => (p.id === id ? after : p));
      if (!then.some((p) => p.active && p.role === 'lead'))
        throw conflict(`${before.name} is the only lead. Make somebody else lead first.`);
      if (after.active) await freeName(tx, after.name, id);
      await tx.query('UPDATE person SET name = $2, role = $3, active = $4 WHERE id = $1', [
        id,
        after.name,
        after.role,
        after.active,
      ]);
      // Another role must prove itself again.
      if (after.role !== before.role || !after.active) await dropConfirmations(tx, id);
      if (!after.active) await dropTaps(tx, id);
      await audit(tx, 'person changed', actorOf(req, res), { person: id, ...changed({ ...before }, { ...after }) });
    });
    res.json({});
  });

  r.put('/people/:id/pin', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const id = param(personId, req, 'id');
    const { pin } = parse(changePin, req.body);
    const hash = await hashPin(pin);
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query('UPDATE person SET pin_hash = $2 WHERE id = $1', [id, hash]);
      if (!rowCount) throw notFound('person');
      await tx.query('DELETE FROM pin_try WHERE person_id = $1', [id]);
      await dropConfirmations(tx, id);
      await audit(tx, 'PIN changed', actorOf(req, res), { person: id });
    });
    res.json({});
  });
}

function deviceRoutes(r: Router, db: Db): void {
  r.get('/devices', async (_req, res) => {
    await confirmedRole(db, res, ['lead']);
    const all = await devices(db);
    res.json(all.map((d): DeviceView => ({ ...d, here: d.id === res.locals.session!.device })));
  });
  r.delete('/devices/:id', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    const id = param(z.uuid(), req, 'id');
    if (!(await endDevice(db, id, by))) throw notFound('device that is signed in');
    await audit(db, 'device ended', actorOf(req, res), { device: id });
    res.json({});
  });

  r.get('/audit', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    res.json(await auditPage(db, parse(auditQuery, req.query).before));
  });
}

/** No two who work here go by one name. */
async function freeName(tx: Queryable, name: string, id: string): Promise<void> {
  const { rowCount } = await tx.query('SELECT 1 FROM person WHERE active AND lower(name) = lower($1) AND id <> $2', [name, id]);
  if (rowCount) throw conflict(`There is already somebody called ${name}.`);
}

/** What was changed, from and to, for the log. */
function changed(before: Record<string, unknown>, after: Record<string, unknown>): object {
  const keys = Object.keys(after).filter((k) => !isDeepStrictEqual(own(before, k) ?? null, own(after, k) ?? null));
  return { changed: Object.fromEntries(keys.map((k) => [k, { from: own(before, k) ?? null, to: own(after, k) ?? null }])) };
}
