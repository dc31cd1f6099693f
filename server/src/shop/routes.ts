import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { changePin, newPerson, text, yardRules } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { confirmedRole } from '../session/guard';
import { conflict, notFound, param, parse } from '../http/problem';
import { hashPin } from '../session/pin';

/** The yard rules and people: a lead's name and PIN. */
export function shopRoutes(db: Db): Router {
  const r = Router();

  r.put('/shop/rules', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const rules = parse(yardRules, req.body);
    await db.query('UPDATE shop SET rules = $1', [JSON.stringify(rules)]);
    res.json(rules);
  });

  r.post('/people', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const body = parse(newPerson, req.body);
    const id = randomUUID();
    const { rowCount } = await db.query(
      'INSERT INTO person (id, name, role, pin_hash) VALUES ($1, $2, $3, $4) ON CONFLICT (name) DO NOTHING',
      [id, body.name, body.role, await hashPin(body.pin)],
    );
    if (!rowCount) throw conflict(`There is already somebody called ${body.name}.`);
    res.status(201).json({ id });
  });

  r.put('/people/:id/pin', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const { pin } = parse(changePin, req.body);
    const { rowCount } = await db.query('UPDATE person SET pin_hash = $2, failed = 0, locked_until = NULL WHERE id = $1', [
      param(text(60), req, 'id'),
      await hashPin(pin),
    ]);
    if (!rowCount) throw notFound('person');
    res.json({});
  });
  return r;
}
