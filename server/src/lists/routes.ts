import { setImmediate } from 'node:timers/promises';
import express, { Router, type Request, type Response } from 'express';
import * as z from 'zod';
import {
  csvOf,
  listAs,
  listFile,
  listId,
  listMatch,
  takeList,
  undoList,
  type ListRead,
  type ListsView,
  type ListUndone,
  type ListView,
} from '@ash-knot/contract';
import { attempt, REACH_CUSTOMERS, type Role } from '@ash-knot/core';
import {
  asTable,
  LISTS,
  MOST_LINES,
  tableOf,
  TAKEN_BY,
  templateTable,
  type Cells,
  type ListId,
  type ListOf,
} from '@ash-knot/core/lists';
import { actorOf, audit } from '../audit/queries';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { heavy } from '../heavy';
import { badInput, conflict, forbidden, param, parse } from '../http/problem';
import { confirmedRole, worker } from '../session/guard';
import { personRole } from '../session/queries';
import { shopView } from '../shop/queries';
import { AT_ONCE, held, STORES, told } from './held';
import { keepList, keepMatch, keepTaken, keptList, leaveList, listContext, listLines, openList, type KeptList } from './queries';
import type { ListStore, Taking } from './store';
import { undo } from './undo';

/** A file as it comes: some thousand lines. */
const file = express.raw({ type: () => true, limit: '8mb' });
const SAMPLE = 4;
const uuid = z.uuid();

/** Who may see a list: people are the lead's, and vehicles come with how their customers are reached. */
const SEES: Readonly<Record<ListId, readonly Role[]>> = {
  people: TAKEN_BY.people,
  types: ['lead', 'writer', 'technician'],
  torques: ['lead', 'writer', 'technician'],
  parts: ['lead', 'writer', 'technician'],
  vehicles: REACH_CUSTOMERS,
};
async function sees(db: Queryable, res: Response, list: ListId): Promise<void> {
  const role = await personRole(db, worker(res));
  if (!role || !SEES[list].includes(role)) throw forbidden(`This list is for: ${SEES[list].join(', ')}.`);
}
/** Who brings one along: whoever may take it in. */
async function brings(db: Queryable, res: Response, list: ListId): Promise<string> {
  const by = worker(res);
  const role = await personRole(db, by);
  if (!role || !TAKEN_BY[list].includes(role)) throw forbidden(`This list is taken in by: ${TAKEN_BY[list].join(', ')}.`);
  return by;
}

/** What a shop brings along as tables, and the same out again: read, matched, tried, taken in, taken back. */
export function listRoutes(db: Db): Router {
  const r = Router();
  outRoutes(r, db);
  inRoutes(r, db);
  takeRoutes(r, db);
  return r;
}

async function sendTable(res: Response, as: 'csv' | 'xlsx', name: string, title: string, rows: string[][]): Promise<void> {
  if (as === 'csv') {
    // A spreadsheet takes a file without this mark for an older one, and letters with marks are lost.
    res
      .attachment(`${name}.csv`)
      .type('text/csv')
      .send(`\uFEFF${csvOf(rows)}`);
    return;
  }
  if (rows.length > MOST_LINES) throw badInput('as', `a workbook has room for ${MOST_LINES} lines here: save the list as CSV`);
  const bytes = await heavy('workbook', title, rows);
  res
    .attachment(`${name}.xlsx`)
    .type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
    .send(Buffer.from(bytes));
}

function outRoutes(r: Router, db: Db): void {
  /** What is there, as a list that can be taken in again. */
  r.get('/lists/:list/out', async (req, res) => {
    const id = param(listId, req, 'list');
    const { as } = parse(listAs, req.query);
    await sees(db, res, id);
    // However many there are: they go out a slice at a time.
    if (id === 'parts' && as === 'csv') return res.redirect('/api/parts/catalogue?as=csv');
    await sendTable(res, as, id, LISTS[id].title, await inTransaction(db, (tx) => outOf(tx, STORES[id] as ListStore<unknown>)));
  });
  r.get('/lists/:list/template', async (req, res) => {
    const id = param(listId, req, 'list');
    const { as } = parse(listAs, req.query);
    worker(res);
    await sendTable(res, as, `${id}-template`, LISTS[id].title, templateTable(LISTS[id] as ListOf<unknown>));
  });
}

/** What is there as a table; others get their turn between its lines. */
async function outOf(tx: Queryable, store: ListStore<unknown>): Promise<string[][]> {
  const context = await listContext(tx);
  const all = await store.known(tx);
  if (all.size > MOST_LINES) throw badInput('as', `a workbook has room for ${MOST_LINES} lines here: save the list as CSV`);
  const lines: Cells[] = [];
  for (const t of all.values()) {
    lines.push(store.list.cells(t, context));
    if (lines.length % AT_ONCE === 0) await setImmediate();
  }
  return asTable(store.list, lines);
}

function inRoutes(r: Router, db: Db): void {
  r.get('/lists', async (_req, res) => {
    worker(res);
    res.json({ lists: await listLines(db) } satisfies ListsView);
  });

  /** A file read and kept, until it is taken in or left: nothing of it is stored in the file yet. */
  r.post('/lists/:list', file, async (req, res) => {
    const list = param(listId, req, 'list');
    const { name, sheet } = parse(listFile, req.query);
    const by = await brings(db, res, list);
    const read = await heavy('table', name, Buffer.isBuffer(req.body) ? req.body : new Uint8Array(), sheet);
    if ('field' in read) throw badInput(read.field, read.bound);
    const table = attempt(() => tableOf(read.rows));
    if (!table.ok) throw table.error;
    const kept = await inTransaction(db, (tx) => keepList(tx, list, { name, sheet: read.sheet, ...table.value, by }));
    res.status(201).json({ ...kept, sheets: read.sheets } satisfies ListRead);
  });

  r.get('/lists/imports/:id', async (req, res) => {
    const kept = await keptList(db, param(uuid, req, 'id'));
    await sees(db, res, kept.list);
    res.json(await viewOf(db, kept));
  });

  /** Which column is which, as a person says: remembered for the next list with the same head. */
  r.put('/lists/imports/:id', async (req, res) => {
    const id = param(uuid, req, 'id');
    const match = parse(listMatch, req.body);
    await inTransaction(db, async (tx) => {
      const kept = await openList(tx, id);
      await brings(tx, res, kept.list);
      await keepMatch(tx, kept, match);
    });
    res.json(await viewOf(db, await keptList(db, id)));
  });

  r.post('/lists/imports/:id/leave', async (req, res) => {
    const id = param(uuid, req, 'id');
    await inTransaction(db, async (tx) => {
      const kept = await openList(tx, id);
      await brings(tx, res, kept.list);
      await leaveList(tx, id);
    });
    res.status(204).end();
  });
}

async function viewOf(db: Db, kept: KeptList): Promise<ListView> {
  const { rows, ...line } = kept;
  const context = await listContext(db);
  const store = STORES[kept.list] as ListStore<unknown>;
  const picks = Object.fromEntries(store.list.columns.flatMap((x) => (x.picks ? [[x.id, x.picks(context)]] : [])));
  const view = { ...line, sample: rows.slice(0, SAMPLE), picks };
  if (kept.stands !== 'open') return { ...view, unmatched: '', told: null };
  try {
    // In one transaction: all of a large catalogue is read by a cursor.
    const found = await inTransaction(db, (tx) => held(tx, store, kept, context));
    return { ...view, unmatched: '', told: told(store, found, context) };
  } catch (e) {
    const read = attempt(() => {
      throw e;
    });
    return { ...view, unmatched: read.ok ? '' : read.error.message, told: null };
  }
}

/** Who takes it in or back, and why: that stands beside what it changes. */
async function takingAs(tx: Queryable, res: Response, by: string, why: string): Promise<Taking> {
  const { device, bay } = res.locals.session!;
  const rules = (await shopView(tx))!.rules;
  return { by, why, from: { device, bay }, rules, context: await listContext(tx) };
}

function takeRoutes(r: Router, db: Db): void {
  r.post('/lists/imports/:id/take', async (req, res) => {
    const id = param(uuid, req, 'id');
    const { leaveOut } = parse(takeList, req.body);
    const { list } = await keptList(db, id);
    const by = await confirmedRole(db, res, TAKEN_BY[list]);
    await inTransaction(db, (tx) => take(tx, req, res, { id, by, leaveOut }));
    res.json(await viewOf(db, await keptList(db, id)));
  });

  r.post('/lists/imports/:id/undo', async (req, res) => {
    const id = param(uuid, req, 'id');
    const { try: only } = parse(undoList, req.body);
    const { list, name } = await keptList(db, id);
    const by = only ? await brings(db, res, list) : await confirmedRole(db, res, TAKEN_BY[list]);
    const found = await inTransaction(db, async (tx) => {
      const kept = await keptList(tx, id, true);
      if (kept.stands !== 'taken') throw conflict('This list was not taken in, or was taken back already.');
      // Tried in earnest, and not kept: what stays is known only then.
      await tx.query('SAVEPOINT tried');
      const gone = await undo(tx, id, await takingAs(tx, res, by, `list taken back: ${name}`));
      if (only) await tx.query('ROLLBACK TO SAVEPOINT tried');
      else {
        await tx.query('UPDATE list_import SET undone_at = clock_timestamp(), undone_by = $2 WHERE id = $1', [id, by]);
        await audit(tx, 'list taken back', actorOf(req, res, by), { list, name });
      }
      return gone;
    });
    res.json({ ...found, done: !only } satisfies ListUndone);
  });

  /** The lines that are wrong, each with what is, as a file: put right there, it is brought along again. */
  r.get('/lists/imports/:id/wrong', async (req, res) => {
    const kept = await keptList(db, param(uuid, req, 'id'));
    await brings(db, res, kept.list);
    const rows = kept.stands === 'open' ? asideOf(kept, (await heldNow(db, kept)).wrong) : kept.rows;
    await sendTable(res, 'csv', `${kept.list}-wrong`, '', [[...kept.heads, WHAT], ...rows]);
  });
}

const WHAT = 'what is wrong';

const heldNow = (db: Db, kept: KeptList) =>
  inTransaction(db, async (tx) => held(tx, STORES[kept.list] as ListStore<unknown>, kept, await listContext(tx)));

/** The wrong lines with what is wrong of each in a column of its own. */
const asideOf = ({ heads, rows }: KeptList, wrong: readonly { readonly line: number; readonly what: string }[]): string[][] =>
  wrong.map(({ line, what }) => [...heads.map((_, i) => rows[line - 2]?.[i] ?? ''), what]);

async function take(
  tx: Queryable,
  req: Request,
  res: Response,
  { id, by, leaveOut }: { readonly id: string; readonly by: string; readonly leaveOut: boolean },
): Promise<void> {
  const kept = await openList(tx, id);
  const store = STORES[kept.list] as ListStore<unknown>;
  await tx.query(`LOCK TABLE ${store.locks} IN SHARE ROW EXCLUSIVE MODE`);
  const who = await takingAs(tx, res, by, `from the list ${kept.name}`);
  const found = await held(tx, store, kept, who.context);
  if (found.wrong.length && !leaveOut)
    throw conflict(`${found.wrong.length} of its lines are wrong: put them right, or leave them out. Nothing was stored.`);
  if (found.fresh.length + found.changed.length === 0) throw conflict('It changes nothing. Nothing was stored.');
  const stored = [
    ...(found.fresh.length ? await store.add(tx, found.fresh, who) : []),
    ...(found.changed.length && store.change ? await store.change(tx, found.changed, who) : []),
  ];
  await keepTaken(tx, id, {
    added: found.fresh.length,
    changed: found.changed.length,
    aside: asideOf(kept, found.wrong),
    stored,
  });
  await audit(tx, 'list', actorOf(req, res, by), { list: kept.list, name: kept.name, added: found.fresh.length });
}
