import { Router } from 'express';
import * as z from 'zod';
import type { FoundThing } from '@ash-knot/contract';
import type { Db } from '../db/pool';
import { parse } from '../http/problem';
import { findParts } from '../part/queries';
import { searchVehicles } from '../vehicle/queries';

/** Find anything: a plate, a VIN, an owner, a part. Both dialects' words mean the same parts. */
export function findRoutes(db: Db): Router {
  const r = Router();
  r.get('/find', async (req, res) => {
    const { q } = parse(z.object({ q: z.string().trim().min(1).max(60) }), req.query);
    const partWords = q
      .replace(/\bdrop link\b/i, 'link')
      .replace(/\b(bushes|bush)\b/i, 'bushing')
      .replace(/\b(anti-roll bar|sway bar|stabiliser|stabilizer)\s*/i, '')
      .trim();
    const [vehicles, parts] = await Promise.all([searchVehicles(db, q), findParts(db, { q: partWords || 'link', limit: 8 })]);
    const found: FoundThing[] = [
      ...vehicles
        .slice(0, 8)
        .map((v): FoundThing =>
          v.openJob
            ? { kind: 'job', id: v.openJob, title: v.plate, detail: `${v.typeName}, ${v.year} · open job` }
            : { kind: 'vehicle', id: v.id, title: v.plate, detail: `${v.typeName}, ${v.year} · ${v.owner}` },
        ),
      ...parts.parts.map((p): FoundThing => ({
        kind: 'part',
        id: p.id,
        title: p.name,
        detail: `${p.kind} · ${p.supplier}`,
      })),
    ];
    res.json(found);
  });
  return r;
}
