import { once } from 'node:events';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import {
  catalogueAs,
  matchRequest,
  newPart,
  partQuery,
  reorderPoint,
  shelfCount,
  text,
  type PartList,
  type PartMatch,
} from '@ash-knot/contract';
import { askNext, rankParts, own } from '@ash-knot/core';
import { inTransaction, type Db } from '../db/pool';
import { badInput, conflict, notFound, param, parse } from '../http/problem';
import { findParts } from '../find/queries';
import { worker } from '../session/guard';
import { shopView } from '../shop/queries';
import { writeCatalogue } from './catalogue';
import { mayFit, withoutEach } from './match';
import { insertParts, onShelf, shelfOf, typeNames } from './queries';

/** What is shown of what fits, and of what is left out with its reason. */
const SHOWN = 60;

const partId = text(60).min(1);

export function partRoutes(db: Db): Router {
  const r = Router();
  listRoutes(r, db);
  catalogueRoutes(r, db);
  shelfRoutes(r, db);
  return r;
}

function listRoutes(r: Router, db: Db): void {
  r.get('/parts', async (req, res) => {
    const { parts, total } = await findParts(db, parse(partQuery, req.query));
    res.json({
      parts,
      total,
      shelf: await shelfOf(
        db,
        parts.map((p) => p.id),
      ),
      types: await typeNames(db, [...new Set(parts.flatMap((p) => p.fits.map((f) => f.typeId)))]),
    } satisfies PartList);
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
      without: fitting.length ? [] : await withoutEach(db, wanted),
      looked: parts.length,
    } satisfies PartMatch);
  });

  /** A part that is in no list joins the shelf, as somebody wrote it down. */
  r.post('/parts', async (req, res) => {
    const by = worker(res);
    const { part } = parse(newPart, req.body);
    const currency = await currencyOf(db);
    if (part.currency !== currency) throw badInput('part.currency', `must be ${currency}, the shop’s`);
    await inTransaction(db, async (tx) => {
      const known = await tx.query<{ id: string }>('SELECT id FROM vehicle_type WHERE id::text = ANY($1)', [
        part.fits.map((f) => f.typeId),
      ]);
      if (known.rowCount !== new Set(part.fits.map((f) => f.typeId)).size)
        throw badInput('part.fits', 'names a type that is not in the file');
      if (!(await insertParts(tx, [part], by)).has(part.id))
        throw conflict(`There is already a part numbered ${part.id}. Nothing was stored.`);
    });
    res.status(201).json(part);
  });
}

function catalogueRoutes(r: Router, db: Db): void {
  /** All of the catalogue, as a table that can be taken in again. */
  r.get('/parts/catalogue', async (req, res) => {
    const { as } = parse(catalogueAs, req.query);
    const currency = await currencyOf(db);
    res.attachment(`parts.${as}`).type(as === 'csv' ? 'text/csv' : 'application/json');
    const out = new PassThrough();
    const sent = pipeline(out, res);
    // Whoever goes before its end ends the writing, too: it is said there.
    sent.catch(() => undefined);
    try {
      await writeCatalogue(db, as, currency, async (text) => {
        if (!out.write(text)) await once(out, 'drain');
      });
      out.end();
      await sent;
    } catch (e) {
      // Half a list is none: what was begun is broken off, so that nobody takes it for the whole.
      out.destroy();
      if (!res.headersSent) throw e;
    }
  });
}

function shelfRoutes(r: Router, db: Db): void {
  /** Counted at the shelf: what was counted stands, whatever the program thought. */
  r.post('/parts/:id/count', async (req, res) => {
    const by = worker(res);
    const id = param(partId, req, 'id');
    const { counted } = parse(shelfCount, req.body);
    await inTransaction(db, async (tx) => {
      const thought = await onShelf(tx, id);
      if (thought === null) throw notFound('part');
      await tx.query('INSERT INTO shelf_count (part_id, counted, thought, by_person) VALUES ($1,$2,$3,$4)', [
        id,
        counted,
        thought,
        by,
      ]);
    });
    res.status(201).json(own(await shelfOf(db, [id]), id));
  });

  r.put('/parts/:id/reorder', async (req, res) => {
    worker(res);
    const id = param(partId, req, 'id');
    const { at } = parse(reorderPoint, req.body);
    const { rowCount } = await db.query('UPDATE part SET reorder_at = $2 WHERE id = $1', [id, at]);
    if (!rowCount) throw notFound('part');
    res.json(own(await shelfOf(db, [id]), id) ?? { reorderAt: null, counted: null, added: null });
  });
}

async function currencyOf(db: Db): Promise<string> {
  const shop = await shopView(db);
  if (!shop) throw notFound('shop');
  return shop.rules.currency;
}
