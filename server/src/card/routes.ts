import { Router } from 'express';
import * as z from 'zod';
import { measuredRuler, newCardSheet } from '@ash-knot/contract';
import { MOST_SHEETS } from '@ash-knot/core/image';
import { actorOf, audit } from '../audit/queries';
import { inTransaction, type Db } from '../db/pool';
import { badInput, conflict, notFound, param, parse } from '../http/problem';
import { worker } from '../session/guard';

const uuid = z.uuid();

/** Cards for the camera: printed with a number of their own, measured once, put away when they are worn. */
export function cardRoutes(db: Db): Router {
  const r = Router();

  r.post('/card-sheets', async (req, res) => {
    const by = worker(res);
    const { id, paper } = parse(newCardSheet, req.body);
    const number = await inTransaction(db, async (tx) => {
      // Two that print at once get two numbers.
      await tx.query('LOCK TABLE card_sheet IN SHARE ROW EXCLUSIVE MODE');
      const { rows: same } = await tx.query<{ number: number }>('SELECT number FROM card_sheet WHERE id = $1', [id]);
      if (same[0]) return same[0].number;
      // One never used before while there is one: a card that still lies about is not taken for another.
      const { rows } = await tx.query<{ number: number }>(
        `SELECT n AS number FROM generate_series(1, $1::int) AS n LEFT JOIN card_sheet s ON s.number = n
          GROUP BY n HAVING bool_and(s.number IS NULL OR s.gone_at IS NOT NULL) ORDER BY max(s.gone_at) NULLS FIRST, n LIMIT 1`,
        [MOST_SHEETS],
      );
      if (!rows[0])
        throw conflict(`All ${MOST_SHEETS} numbers are in use. Put a sheet away that is worn or lost. Nothing was stored.`);
      await tx.query('INSERT INTO card_sheet (id, number, paper, made_by) VALUES ($1,$2,$3,$4)', [id, rows[0].number, paper, by]);
      await audit(tx, 'card sheet', actorOf(req, res), { sheet: rows[0].number, paper });
      return rows[0].number;
    });
    res.status(201).json({ id, number });
  });
  r.put('/card-sheets/:id/ruler', async (req, res) => {
    const by = worker(res);
    const id = param(uuid, req, 'id');
    const { mm, uMm, gauge } = parse(measuredRuler, req.body);
    await inTransaction(db, async (tx) => {
      const { rows: g } = await tx.query<{ kind: string }>('SELECT kind FROM gauge WHERE id = $1 AND NOT retired', [gauge]);
      if (g[0]?.kind !== 'caliper') throw badInput('gauge', 'must be a caliper of the register');
      const { rows } = await tx.query<{ number: number }>(
        `UPDATE card_sheet SET ruler_mm = $2, ruler_u_mm = $3, ruler_gauge = $4, ruler_by = $5, ruler_at = clock_timestamp()
          WHERE id = $1 AND gone_at IS NULL RETURNING number`,
        [id, mm, uMm, gauge, by],
      );
      if (!rows[0]) throw notFound('sheet');
      await audit(tx, 'card sheet measured', actorOf(req, res), { sheet: rows[0].number, mm, uMm, gauge });
    });
    res.json({});
  });
  r.delete('/card-sheets/:id', async (req, res) => {
    const by = worker(res);
    await inTransaction(db, async (tx) => {
      const { rows } = await tx.query<{ number: number }>(
        'UPDATE card_sheet SET gone_at = clock_timestamp(), gone_by = $2 WHERE id = $1 AND gone_at IS NULL RETURNING number',
        [param(uuid, req, 'id'), by],
      );
      if (!rows[0]) throw notFound('sheet');
      await audit(tx, 'card sheet put away', actorOf(req, res), { sheet: rows[0].number });
    });
    res.json({});
  });
  return r;
}
