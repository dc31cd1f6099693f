import { readPart, type Part } from '@ash-knot/core';
import { part } from '@ash-knot/contract';
import { LISTS } from '@ash-knot/core/lists';
import type { Queryable } from '../db/pool';
import { insertParts, partsInSlices } from '../part/queries';
import type { ListStore } from './store';

/** All of the catalogue by its numbers; others get their turn between two slices. */
async function allParts(tx: Queryable): Promise<Map<string, Part>> {
  const all = new Map<string, Part>();
  for await (const slice of partsInSlices(tx))
    for (const spec of slice) {
      const part = readPart(JSON.parse(spec));
      all.set(part.id, part);
    }
  return all;
}

/** A part as a list has it now, or as it was before one. */
export async function rewritePart(tx: Queryable, p: Part): Promise<void> {
  // Its own stock column stays: what was counted, and what left, is reckoned from that.
  await tx.query(
    `UPDATE part SET kind = $2, name = $3, grade = $4, supplier = $5, price_minor = $6, currency = $7, delivery_hours = $8, spec = $9 WHERE id = $1`,
    [p.id, p.kind, p.name, p.grade, p.supplier, p.priceMinor, p.currency, p.deliveryHours ?? null, JSON.stringify(p)],
  );
  await tx.query('DELETE FROM part_fit WHERE part_id = $1', [p.id]);
  for (const f of p.fits)
    await tx.query('INSERT INTO part_fit (part_id, type_id, axle) VALUES ($1,$2,$3)', [p.id, f.typeId, f.axle]);
}

export const parts: ListStore<Part> = {
  list: LISTS.parts,
  schema: part,
  locks: 'part',
  // What is on the shelf is counted there.
  ignores: ['stock'],
  known: allParts,
  async add(tx, all, who) {
    await insertParts(tx, all, who.by);
    return all.map((p) => ({ of: 'part', ref: p.id, name: p.name, before: null }));
  },
  async change(tx, all) {
    for (const { was, is } of all) await rewritePart(tx, { ...is, stock: was.stock });
    return all.map(({ was }) => ({ of: 'part', ref: was.id, name: was.name, before: was }));
  },
};
