import { Router } from 'express';
import * as z from 'zod';
import { readStoredTable, SHIPPED } from '@ash-knot/core/suspects-table';
import { learningQuery, suspectsTableFile, undoLesson } from '@ash-knot/contract';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { actorOf, audit } from '../audit/queries';
import { confirmedRole } from '../session/guard';
import { notFound, param, parse } from '../http/problem';
import { learningView } from './queries';

/** What closed jobs have taught, and the suspects table itself. Changing either takes the lead's name and PIN. */
export function learningRoutes(db: Db, read: Queryable): Router {
  const r = Router();

  r.get('/learning', async (req, res) => {
    const { older } = parse(learningQuery, req.query);
    res.json(await learningView(read, older));
  });

  r.put('/lessons/:job', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const { undone } = parse(undoLesson, req.body);
    const job = param(z.uuid(), req, 'job');
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query('UPDATE lesson SET undone_at = CASE WHEN $2 THEN now() END WHERE job_id = $1', [
        job,
        undone,
      ]);
      if (!rowCount) throw notFound('lesson');
      await audit(tx, 'lesson', actorOf(req, res), { job, undone });
    });
    res.json({});
  });

  /** A lead has looked at a job that would be held today: it leaves the floor, and nothing of the job changes. */
  r.put('/lessons/:job/held', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const job = param(z.uuid(), req, 'job');
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query(
        'UPDATE lesson SET held_seen_by = $2, held_seen_at = now() WHERE job_id = $1 AND cardinality(held) > 0',
        [job, actorOf(req, res).by],
      );
      if (!rowCount) throw notFound('job that would be held today');
      await audit(tx, 'held today', actorOf(req, res), { job });
    });
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
    await inTransaction(db, async (tx) => {
      await tx.query('UPDATE shop SET suspects_table = $1', [JSON.stringify(table)]);
      await audit(tx, 'suspects table', actorOf(req, res), { provenance: table.provenance });
    });
    res.json({});
  });

  /** Back to the table that ships. */
  r.delete('/shop/suspects-table', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    await inTransaction(db, async (tx) => {
      await tx.query('UPDATE shop SET suspects_table = NULL');
      await audit(tx, 'suspects table', actorOf(req, res), { provenance: 'the one that ships' });
    });
    res.json({});
  });
  return r;
}
