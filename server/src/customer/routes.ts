import { Router, type Response } from 'express';
import * as z from 'zod';
import { customerBody, customerQuery, knownCustomer } from '@ash-knot/contract';
import { REACH_CUSTOMERS } from '@ash-knot/core';
import { actorOf, audit } from '../audit/queries';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { forbidden, param, parse } from '../http/problem';
import { confirmedRole, worker } from '../session/guard';
import { personRole } from '../session/queries';
import { customerOf, customers, forgetCustomer, setCustomer, writeCustomer } from './queries';

async function needs(db: Queryable, res: Response): Promise<void> {
  const role = await personRole(db, worker(res));
  if (!role || !REACH_CUSTOMERS.includes(role))
    throw forbidden(`How customers are reached is for: ${REACH_CUSTOMERS.join(', ')}.`);
}

/** Customers and how they are reached: apart from the vehicles, for whoever puts things to them. */
export function customerRoutes(db: Db): Router {
  const r = Router();
  const uuid = z.uuid();

  r.get('/customers', async (req, res) => {
    await needs(db, res);
    res.json(await customers(db, parse(customerQuery, req.query).q));
  });
  r.get('/vehicles/:id/customer', async (req, res) => {
    await needs(db, res);
    res.json(await customerOf(db, param(uuid, req, 'id')));
  });
  r.put('/vehicles/:id/customer', async (req, res) => {
    await needs(db, res);
    const id = param(uuid, req, 'id');
    const known = 'customer' in Object(req.body) ? parse(knownCustomer, req.body) : undefined;
    const body = known ?? parse(customerBody, req.body);
    await inTransaction(db, async (tx) => {
      if ('customer' in body) await setCustomer(tx, id, body.customer);
      else await writeCustomer(tx, id, body);
      // That it was, not what: the log outlives the customer.
      await audit(tx, 'customer', actorOf(req, res), { vehicle: id });
    });
    res.json(await customerOf(db, id));
  });
  /** They asked for it: a lead's. */
  r.delete('/customers/:id', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const id = param(uuid, req, 'id');
    await inTransaction(db, async (tx) => {
      const vehicles = await forgetCustomer(tx, id);
      await audit(tx, 'customer deleted', actorOf(req, res), { vehicles });
    });
    res.json({});
  });
  return r;
}
