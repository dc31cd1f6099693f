import { setImmediate } from 'node:timers/promises';
import {
  CATALOGUE_COLUMNS,
  partChanges,
  readingCatalogue,
  readPart,
  type CatalogueContext,
  type Part,
  type WrongLine,
} from '@ash-knot/core';
import { csvOf, type CatalogueTaken, type ChangedPart } from '@ash-knot/contract';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { heavy } from '../heavy';
import { insertParts, partsInSlices } from './queries';

/** Of what a list would change, and of what is wrong in it, so many are told one by one. */
const TOLD = 200;
/** Lines that are read before others get their turn. */
const AT_ONCE = 25;

/** What a list is read against: the shop's currency, and the types by their names. */
export async function catalogueContext(db: Queryable, currency: string): Promise<CatalogueContext> {
  const { rows } = await db.query<{ id: string; name: string }>('SELECT id, name FROM vehicle_type');
  const [byName, byId] = [new Map(rows.map((t) => [t.name, t.id])), new Map(rows.map((t) => [t.id, t.name]))];
  return { currency, typeId: (name) => byName.get(name), typeName: (id) => byId.get(id) };
}

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

/**
 * Writes the catalogue out, a slice at a time: the next one is fetched while the last is worded on a thread of its own.
 * @param write resolves when there is room for more
 */
export async function writeCatalogue(
  db: Db,
  as: 'csv' | 'json',
  currency: string,
  write: (text: string) => Promise<void>,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    const { rows } = await tx.query<{ id: string; name: string }>('SELECT id, name FROM vehicle_type');
    const names = rows.map((t) => [t.id, t.name] as const);
    await write(as === 'csv' ? csvOf([CATALOGUE_COLUMNS]) : '[');
    let [first, worded] = [true, Promise.resolve('')];
    const put = async (text: string) => {
      if (!text) return;
      await write(as === 'csv' ? `\r\n${text}` : `${first ? '' : ','}${text}`);
      first = false;
    };
    for await (const specs of partsInSlices(tx)) {
      const before = worded;
      worded = heavy('catalogue', specs, names, currency, as);
      await put(await before);
    }
    await put(await worded);
    if (as === 'json') await write(']');
  });
}

interface Held {
  readonly fresh: Part[];
  readonly changed: { readonly part: Part; readonly was: Part; readonly told: ChangedPart }[];
  readonly wrong: WrongLine[];
  same: number;
}

/** A list held against what is there: what is new in it, what it would change, what cannot be read. */
async function held(db: Queryable, rows: readonly (readonly string[])[], c: CatalogueContext): Promise<Held> {
  const known = await allParts(db);
  const found: Held = { fresh: [], changed: [], wrong: [], same: 0 };
  let read = 0;
  for (const line of readingCatalogue(rows, c)) {
    if (++read % AT_ONCE === 0) await setImmediate();
    if ('what' in line) {
      found.wrong.push(line);
      continue;
    }
    const was = known.get(line.id);
    if (!was) {
      found.fresh.push(line);
      continue;
    }
    const changes = partChanges(was, line, c);
    if (changes.length === 0) found.same++;
    // What is on the shelf was counted there.
    else found.changed.push({ part: { ...line, stock: was.stock }, was, told: { id: line.id, name: line.name, changes } });
  }
  return found;
}

const told = (f: Held, taken: boolean): CatalogueTaken => ({
  added: f.fresh.length,
  addedNames: f.fresh.slice(0, TOLD).map((p) => ({ id: p.id, name: p.name })),
  changed: f.changed.length,
  changes: f.changed.slice(0, TOLD).map((x) => x.told),
  same: f.same,
  wrong: f.wrong.length,
  wrongLines: f.wrong.slice(0, TOLD),
  taken,
});

/** What a list would change: nothing is stored. */
export const tryCatalogue = async (db: Db, rows: readonly (readonly string[])[], c: CatalogueContext): Promise<CatalogueTaken> =>
  inTransaction(db, async (tx) => told(await held(tx, rows, c), false));

/** A list taken in, all of it, or nothing while one of its lines is wrong; what each changed part had been is kept. */
export async function takeCatalogue(
  db: Db,
  rows: readonly (readonly string[])[],
  c: CatalogueContext,
  by: string,
  name: string,
): Promise<CatalogueTaken> {
  return inTransaction(db, async (tx) => {
    // Two lists at once would each be held against what the other is changing.
    await tx.query('LOCK TABLE part IN SHARE ROW EXCLUSIVE MODE');
    const found = await held(tx, rows, c);
    const changes = found.fresh.length + found.changed.length;
    if (found.wrong.length > 0 || changes === 0) return told(found, false);
    const { rows: made } = await tx.query<{ id: number }>(
      'INSERT INTO catalogue_import (name, added, changed, by_person) VALUES ($1,$2,$3,$4) RETURNING id',
      [name, found.fresh.length, found.changed.length, by],
    );
    await insertParts(tx, found.fresh, by);
    for (const { part: p, was } of found.changed) {
      await tx.query('INSERT INTO part_was (import_id, part_id, spec) VALUES ($1,$2,$3)', [
        made[0]!.id,
        p.id,
        JSON.stringify(was),
      ]);
      // Its own stock column stays: what was counted, and what left, is reckoned from that.
      await tx.query(
        `UPDATE part SET kind = $2, name = $3, grade = $4, supplier = $5, price_minor = $6, currency = $7, delivery_hours = $8, spec = $9 WHERE id = $1`,
        [p.id, p.kind, p.name, p.grade, p.supplier, p.priceMinor, p.currency, p.deliveryHours ?? null, JSON.stringify(p)],
      );
      await tx.query('DELETE FROM part_fit WHERE part_id = $1', [p.id]);
      for (const f of p.fits)
        await tx.query('INSERT INTO part_fit (part_id, type_id, axle) VALUES ($1,$2,$3)', [p.id, f.typeId, f.axle]);
    }
    return told(found, true);
  });
}
