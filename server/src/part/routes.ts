import { Router } from 'express';
import { matchRequest, newPart, partQuery, type PartList, type PartMatch } from '@ash-knot/contract';
import { askNext, rankParts } from '@ash-knot/core';
import { inTransaction, type Db } from '../db/pool';
import { conflict, HttpProblem, parse } from '../http/problem';
import { findParts } from '../find/queries';
import { worker } from '../session/guard';
import { shopView } from '../shop/queries';
import { insertPart, mayFit } from './queries';

/** What is shown of what fits, and of what is left out with its reason. */
const SHOWN = 60;

export function partRoutes(db: Db): Router {
  const r = Router();
  r.get('/parts', async (req, res) => {
    const { parts, total } = await findParts(db, parse(partQuery, req.query));
    res.json({ parts, total } satisfies PartList);
  });

  // Only reads; what is looked for does not fit into an address.
  r.post('/parts/match', async (req, res) => {
    const { wanted, unit } = parse(matchRequest, req.body);
    const parts = await mayFit(db, wanted);
    const ranked = rankParts(parts, wanted, unit);
    const fitting = ranked.filter((c) => c.excluded.length === 0);
    res.json({
      fitting: fitting.slice(0, SHOWN),
      excluded: ranked.filter((c) => c.excluded.length > 0).slice(0, SHOWN),
      ask: askNext(ranked, wanted) ?? null,
      looked: parts.length,
    } satisfies PartMatch);
  });

  /** A part that is in no list joins the shelf, as somebody wrote it down. */
  r.post('/parts', async (req, res) => {
    worker(res);
    const { part } = parse(newPart, req.body);
    const currency = (await shopView(db))?.rules.currency;
    if (currency && part.currency !== currency)
      throw new HttpProblem(422, 'bad-input', `The currency of the part must be ${currency}, the shop’s. Nothing was stored.`);
    await inTransaction(db, async (tx) => {
      const known = await tx.query<{ id: string }>('SELECT id FROM vehicle_type WHERE id::text = ANY($1)', [
        part.fits.map((f) => f.typeId),
      ]);
      if (known.rowCount !== new Set(part.fits.map((f) => f.typeId)).size)
        throw new HttpProblem(422, 'bad-input', 'The part is listed for a type that is not in the file. Nothing was stored.');
      if (!(await insertPart(tx, part))) throw conflict(`There is already a part numbered ${part.id}. Nothing was stored.`);
    });
    res.status(201).json(part);
  });
  return r;
}
