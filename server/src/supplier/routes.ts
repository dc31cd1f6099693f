import { Router } from 'express';
import * as z from 'zod';
import { supplierAsk, supplierOrder, type SupplierAnswer, type SupplierOrdered, type SupplierNews } from '@ash-knot/contract';
import { HttpProblem, notFound, param, parse } from '../http/problem';
import { worker } from '../session/guard';
import { news, offer, placed, type Supplier } from './port';

/** Nobody at a bench waits longer for a supplier, ms. */
const PATIENCE_MS = 2500;

type Said<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly why: 'no answer' | 'wrong answer' };

/** What a supplier said, within what somebody waits for it; what is no answer is told from silence. */
async function hear<S extends z.ZodType>(schema: S, call: (signal: AbortSignal) => Promise<unknown>): Promise<Said<z.output<S>>> {
  try {
    const read = schema.safeParse(await call(AbortSignal.timeout(PATIENCE_MS)));
    return read.success ? { ok: true, value: read.data } : { ok: false, why: 'wrong answer' };
  } catch {
    return { ok: false, why: 'no answer' };
  }
}

/** The lines to the suppliers: ask all, order, hear how an order stands. What becomes of it is written on the job. */
export function supplierRoutes(suppliers: readonly Supplier[]): Router {
  const r = Router();
  const supplierNamed = (name: string): Supplier => {
    const s = suppliers.find((x) => x.name === name);
    if (!s) throw notFound('supplier');
    return s;
  };

  r.post('/suppliers/ask', async (req, res) => {
    const { parts } = parse(supplierAsk, req.body);
    const answers = await Promise.all(
      suppliers.map(async (s): Promise<SupplierAnswer> => {
        const said = await hear(z.array(offer).max(200), (signal) => s.ask(parts, signal));
        const base = { supplier: s.name, simulated: s.simulated };
        // A supplier may only speak of what it was asked for.
        const known = new Set(parts.map((p) => p.part));
        return said.ok
          ? { ...base, outcome: 'answered', offers: said.value.filter((o) => known.has(o.part)) }
          : { ...base, outcome: said.why, offers: [] };
      }),
    );
    res.json(answers);
  });

  r.post('/suppliers/order', async (req, res) => {
    worker(res);
    const { supplier, parts } = parse(supplierOrder, req.body);
    const s = supplierNamed(supplier);
    const said = await hear(placed, (signal) => s.order(parts, signal));
    if (!said.ok)
      throw new HttpProblem(
        502,
        'supplier',
        `${s.name} gave ${said.why === 'no answer' ? 'no answer' : 'an answer that is none'}. Nothing was written; ask whether they have the order before sending it again.`,
      );
    res.status(201).json({ ...said.value, simulated: s.simulated } satisfies SupplierOrdered);
  });

  r.get('/suppliers/:supplier/orders/:number', async (req, res) => {
    const s = supplierNamed(param(z.string().max(80), req, 'supplier'));
    const number = param(z.string().max(40), req, 'number');
    const said = await hear(news, (signal) => s.status(number, signal));
    res.json((said.ok ? { outcome: 'answered', ...said.value } : { outcome: said.why }) satisfies SupplierNews);
  });
  return r;
}
