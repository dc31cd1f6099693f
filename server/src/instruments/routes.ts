import { Router } from 'express';
import { clickRequest } from '@ash-knot/contract';
import { worker } from '../session/guard';
import { parse } from '../http/problem';
import type { TorqueWrench } from './wrench';

export function instrumentRoutes(wrench: TorqueWrench): Router {
  const r = Router();
  r.post('/instruments/wrench/pull', async (req, res) => {
    worker(res);
    res.json(await wrench.pull(parse(clickRequest, req.body).targetNm));
  });
  return r;
}
