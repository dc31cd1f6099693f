import { Router } from 'express';
import * as z from 'zod';
import { newToken, type TokenMade, type TokenView } from '@ash-knot/contract';
import { actorOf, audit } from '../audit/queries';
import { inTransaction, type Db } from '../db/pool';
import { notFound, param, parse } from '../http/problem';
import { confirmedRole } from '../session/guard';
import { endToken, makeToken, tokens } from '../session/tokens';

/** Keys of other programs: made, seen and ended by a lead. */
export function tokenRoutes(db: Db): Router {
  const r = Router();
  r.get('/tokens', async (_req, res) => {
    await confirmedRole(db, res, ['lead']);
    res.json((await tokens(db)) satisfies TokenView[]);
  });
  r.post('/tokens', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    const body = parse(newToken, req.body);
    const made = await inTransaction(db, async (tx): Promise<TokenMade> => {
      const key = await makeToken(tx, body, by);
      await audit(tx, 'key made', actorOf(req, res), { name: body.name, scopes: body.scopes, days: body.days });
      return key;
    });
    res.status(201).json(made);
  });
  r.delete('/tokens/:id', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    const id = param(z.uuid(), req, 'id');
    await inTransaction(db, async (tx) => {
      const name = await endToken(tx, id, by);
      if (name === undefined) throw notFound('key that stands');
      await audit(tx, 'key ended', actorOf(req, res), { name });
    });
    res.json({});
  });
  return r;
}
