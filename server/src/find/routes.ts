import { Router } from 'express';
import * as z from 'zod';
import { AXLES, DIALECTS, jointsOf, sayJoint, spoken } from '@ash-knot/core';
import type { FoundThing } from '@ash-knot/contract';
import type { Db, Queryable } from '../db/pool';
import { parse } from '../http/problem';
import { jobView } from '../job/queries';
import { shopView } from '../shop/queries';
import { findParts, searchJoints, searchTypes, searchVehicles } from './queries';

const query = z.object({
  q: z.string().trim().min(1).max(60),
  // The sheet it is asked from: its joints are found too.
  job: z.uuid().optional(),
});

/** A thing found, and how well it answers. */
type Scored = FoundThing & { readonly score: number };

/** The joints of a sheet that answer to a word, by their names in either dialect. */
async function jointsAnswering(db: Queryable, job: string, q: string): Promise<Scored[]> {
  const [view, shop] = [await jobView(db, job), await shopView(db)];
  if (!view || !shop) return [];
  const ids = AXLES.flatMap((end) => jointsOf(end, view.type.axles[end]));
  const named = ids.map((id) => ({ id, names: DIALECTS.map((d) => sayJoint(id, d, true)).join(' ') }));
  return (await searchJoints(db, q, named)).map(({ id, score }) => ({
    score,
    kind: 'joint',
    id,
    title: sayJoint(id, shop.rules.dialect, true),
    detail: view.vehicle.plate,
  }));
}

/** Find anything, in either dialect, typing errors forgiven: a plate, a VIN, an owner, a type, a part or its number, a joint. */
export function findRoutes(db: Db, read: Queryable): Router {
  const r = Router();
  r.get('/find', async (req, res) => {
    const { q, job } = parse(query, req.query);
    const ask = (forgive: boolean) =>
      Promise.all([
        searchVehicles(read, q, 8, forgive),
        searchTypes(read, q),
        findParts(read, { q, limit: 8, forgive }),
        job ? jointsAnswering(db, job, q) : [],
        shopView(db),
      ]);
    let [vehicles, types, parts, joints, shop] = await ask(false);
    // A slip of the finger is looked for only where nothing at all is met as it was typed.
    if (vehicles.length === 0 && parts.parts.length === 0) [vehicles, types, parts, joints, shop] = await ask(true);
    const found: Scored[] = [
      ...joints,
      ...vehicles.map((v): Scored =>
        v.openJob
          ? { score: v.score, kind: 'job', id: v.openJob, title: v.plate, detail: `${v.typeName}, ${v.year} · open job` }
          : { score: v.score, kind: 'vehicle', id: v.id, title: v.plate, detail: `${v.typeName}, ${v.year} · ${v.owner}` },
      ),
      ...types.map((t): Scored => ({
        score: t.score,
        kind: 'type',
        id: t.id,
        title: t.name,
        detail: `type · ${t.vehicles === 1 ? '1 vehicle' : `${t.vehicles} vehicles`}`,
      })),
      ...parts.parts.map((p, i): Scored => ({
        score: parts.scores[i]!,
        kind: 'part',
        id: p.id,
        title: p.name,
        detail: `${spoken(p.kind, shop?.rules.dialect)} · ${p.supplier} · ${p.id}`,
      })),
    ];
    // What answers best first, of whatever kind.
    found.sort((a, b) => b.score - a.score);
    res.json(found.map(({ score: _, ...f }): FoundThing => f));
  });
  return r;
}
