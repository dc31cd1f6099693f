import { Router } from 'express';
import { partQuery, type PartList } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { parse } from '../http/problem';
import { findParts } from '../find/queries';

export function partRoutes(db: Db): Router {
  const r = Router();
  r.get('/parts', async (req, res) => {
    const { parts, total } = await findParts(db, parse(partQuery, req.query));
    res.json({ parts, total } satisfies PartList);
  });
  return r;
}
