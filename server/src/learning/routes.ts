import { Router } from 'express';
import * as z from 'zod';
import { SHIPPED } from '@ash-knot/core';
import { strengthsFile, undoLesson } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { confirmedRole } from '../http/guard';
import { notFound, param, parse } from '../http/problem';
import { learningView } from './queries';

/** What closed jobs have taught, and the suspects table itself. Changing either takes the lead's name and PIN. */
export function learningRoutes(db: Db): Router {
  const r = Router();

  r.get('/learning', async (_req, res) => void res.json(await learningView(db)));

  r.put('/lessons/:job', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const { undone } = parse(undoLesson, req.body);
    const { rowCount } = await db.query('UPDATE lesson SET undone = $2 WHERE job_id = $1', [param(z.uuid(), req, 'job'), undone]);
    if (!rowCount) throw notFound('lesson');
    res.json({});
  });

  r.get('/shop/strengths', async (_req, res) => {
    const { rows } = await db.query<{ strengths: unknown }>('SELECT strengths FROM shop');
    res
      .attachment('suspects-table.json')
      .type('application/json')
      .send(JSON.stringify(rows[0]?.strengths ?? SHIPPED, null, 2));
  });

  r.put('/shop/strengths', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const strengths = parse(strengthsFile, req.body);
    await db.query('UPDATE shop SET strengths = $1', [JSON.stringify(strengths)]);
    res.json({});
  });

  /** Back to the table that ships. */
  r.delete('/shop/strengths', async (_req, res) => {
    await confirmedRole(db, res, ['lead']);
    await db.query('UPDATE shop SET strengths = NULL');
    res.json({});
  });
  return r;
}
