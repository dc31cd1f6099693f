import { Router } from 'express';
import * as z from 'zod';
import { AXLES, DIALECTS, jointsOf, plateKey, sayJoint, spoken, type Dialect, type Part } from '@ash-knot/core';
import type { FoundThing } from '@ash-knot/contract';
import type { Db, Queryable } from '../db/pool';
import { parse } from '../http/problem';
import { jobView } from '../job/queries';
import { shopView } from '../shop/queries';
import { findParts, searchJoints, searchTypes, searchVehicles } from './queries';
import { searchSaid } from './said';
import { partsByThread, partsByTorque, threadTyped, torqueTyped, typesByTorque } from './sizes';

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

/** Vehicles, types, parts and joints by their names. @param forgive a slip of the finger in those of which there are many */
async function named(
  read: Queryable,
  q: string,
  job: string | undefined,
  dialect: Dialect | undefined,
  forgive: boolean,
): Promise<Scored[]> {
  const [vehicles, types, parts, joints] = await Promise.all([
    searchVehicles(read, q, 8, forgive),
    searchTypes(read, q),
    findParts(read, { q, limit: 8, forgive }),
    job ? jointsAnswering(read, job, q) : [],
  ]);
  const key = plateKey(q);
  return [
    ...joints,
    ...vehicles.map((v): Scored => {
      const of: Pick<Scored, 'score' | 'title' | 'matched'> = {
        score: v.score,
        title: v.plate,
        matched:
          key !== '' && !plateKey(v.plate).includes(key) && v.vin?.toUpperCase().includes(key) ? `VIN ${v.vin}` : undefined,
      };
      return v.openJob
        ? { ...of, kind: 'job', id: v.openJob, detail: `${v.typeName}, ${v.year} · ${v.owner} · open job` }
        : { ...of, kind: 'vehicle', id: v.id, detail: `${v.typeName}, ${v.year} · ${v.owner}` };
    }),
    ...types.map((t): Scored => ({ score: t.score, kind: 'type', id: t.id, title: t.name, detail: sayVehicles(t.vehicles) })),
    ...parts.parts.map((p, i): Scored => ({ ...partFound(p, dialect), score: parts.scores[i]! })),
  ];
}

const sayVehicles = (n: number): string => `type · ${n === 1 ? '1 vehicle' : `${n} vehicles`}`;
const partFound = (p: Part, dialect: Dialect | undefined): FoundThing => ({
  kind: 'part',
  id: p.id,
  title: p.name,
  detail: `${spoken(p.kind, dialect)} · ${p.supplier} · ${p.id}`,
});

/** What was asked for by a number: threads of parts, torques of a type's book. Nothing else is meant by them. */
async function sized(read: Queryable, q: string, dialect: Dialect | undefined): Promise<Scored[]> {
  const [thread, torque] = [threadTyped(q), torqueTyped(q)];
  const parts = thread ? await partsByThread(read, thread) : [];
  const types = torque ? await typesByTorque(read, torque, dialect) : [];
  const sheets = torque ? await partsByTorque(read, torque, dialect) : [];
  return [
    ...parts.map((p): Scored => ({ ...partFound(p, dialect), score: SIZE, matched: `thread ${thread}` })),
    ...sheets.map((p): Scored => ({ ...partFound(p, dialect), score: SHEET, matched: p.matched })),
    ...types.map((t): Scored => ({
      score: SIZE,
      kind: 'type',
      id: t.id,
      title: t.name,
      detail: sayVehicles(t.vehicles),
      matched: t.matched,
    })),
  ];
}
/**
 * On the scale of `searchVehicles` (4 a whole plate, 1 whatever is called so): a size that was typed as one is meant, a type's
 * book before a part's sheet; what a customer said comes after whatever is called so.
 */
const SIZE = 3.5;
const SHEET = 3.4;
const SAID = 0.9;

const saidOf = async (read: Queryable, q: string): Promise<Scored[]> =>
  (await searchSaid(read, q)).map((h): Scored => ({
    score: SAID,
    kind: 'job',
    id: h.job,
    title: h.plate,
    detail: `${h.typeName} · ${h.open ? 'open job' : h.day}`,
    matched: h.said,
  }));

/** Find anything, in either dialect, typing errors forgiven: a plate, a VIN, an owner, a type, a part or its number, a joint; what a customer said; a thread, a torque. */
export function findRoutes(db: Db, read: Queryable): Router {
  const r = Router();
  r.get('/find', async (req, res) => {
    const { q, job } = parse(query, req.query);
    const dialect = (await shopView(db))?.rules.dialect;
    const [sizes, said, names] = await Promise.all([
      sized(read, q, dialect),
      saidOf(read, q),
      named(read, q, job, dialect, false),
    ]);
    // A slip of the finger is looked for only where nothing at all is met as it was typed: types and joints are few, and forgive at once.
    const met = sizes.length + said.length > 0 || names.some((f) => ['vehicle', 'job', 'part'].includes(f.kind));
    const all = [...sizes, ...(met ? names : await named(read, q, job, dialect, true)), ...said];
    // What answers best first, of whatever kind; a thing that is met in two ways once, with what was met of it.
    all.sort((a, b) => b.score - a.score);
    const found = new Map<string, FoundThing>();
    for (const { score: _, ...f } of all) {
      const key = `${f.kind} ${f.id}`;
      const before = found.get(key);
      found.set(key, before ? { ...before, matched: before.matched ?? f.matched } : f);
    }
    res.json([...found.values()]);
  });
  return r;
}
