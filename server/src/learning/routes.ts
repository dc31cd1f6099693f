import { Router } from 'express';
import * as z from 'zod';
import { readStoredTable, SHIPPED } from '@ash-knot/core';
import { suspectsTableFile, undoLesson } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { confirmedRole } from '../session/guard';
import { notFound, param, parse } from '../http/problem';
import { learningView } from './queries';

/** What closed jobs have taught, and the suspects table itself. Changing either takes the lead's name and PIN. */
export function learningRoutes(db: Db): Router {
  const r = Router();

  r.get('/learning', async (_req, res) => void res.json(await learningView(db)));

  r.put('/lessons/:job', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const { undone } = parse(undoLesson, req.body);
    const { rowCount } = await db.query('UPDATE lesson SET undone_at = CASE WHEN $2 THEN now() END WHERE job_id = $1', [
      param(z.uuid(), req, 'job'),
      undone,
    ]);
    if (!rowCount) throw notFound('lesson');
    res.json({});
  });

  r.get('/shop/suspects-table', async (_req, res) => {
    const { rows } = await db.query<{ table: unknown }>('SELECT suspects_table AS "table" FROM shop');
    res
      .attachment('suspects-table.json')
      .type('application/json')
      .send(JSON.stringify(rows[0]?.table ? readStoredTable(rows[0].table) : SHIPPED, null, 2));
  });

  r.put('/shop/suspects-table', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const table = parse(suspectsTableFile, req.body);
    await db.query('UPDATE shop SET suspects_table = $1', [JSON.stringify(table)]);
    res.json({});
  });

  /** Back to the table that ships. */
  r.delete('/shop/suspects-table', async (_req, res) => {
    await confirmedRole(db, res, ['lead']);
    await db.query('UPDATE shop SET suspects_table = NULL');
    res.json({});
  });
  return r;
}
