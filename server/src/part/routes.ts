import { Router } from 'express';
import { partQuery } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { parse } from '../http/problem';
import { findParts } from './queries';

export function partRoutes(db: Db): Router {
  const r = Router();
  r.get('/parts', async (req, res) => void res.json(await findParts(db, parse(partQuery, req.query))));
  return r;
}
