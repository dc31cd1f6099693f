import { setImmediate } from 'node:timers/promises';
import type { ListTold } from '@ash-knot/contract';
import type { ListContext, ListId, ListMatch, ReadLine, WrongLine } from '@ash-knot/core/lists';
import { readingList } from '@ash-knot/core/lists';
import { attempt, BadInput, uncapital } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { parts } from './parts';
import { people } from './people';
import { differences, merged, type ListStore, type Otherwise } from './store';
import { torques, types } from './types';
import { vehicles } from './vehicles';

export const STORES: Readonly<{ [K in ListId]: ListStore<never> }> = { people, types, torques, parts, vehicles } as never;

/** Of what a list would change, and of what is wrong in it, so many are told one by one. */
const TOLD = 200;
/** Lines that are read before others get their turn. */
export const AT_ONCE = 25;

/** A list as it was sent. */
export interface Sent {
  readonly list: ListId;
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly match: ListMatch;
}

/** A list held against what is there. */
export interface Held<T> {
  readonly fresh: T[];
  readonly changed: Otherwise<T>[];
  readonly differ: Otherwise<T>[];
  readonly wrong: WrongLine[];
  same: number;
  examples: number;
}

/** @throws BadInput where its columns are not matched */
export async function held<T>(db: Queryable, store: ListStore<T>, sent: Sent, c: ListContext): Promise<Held<T>> {
  const known = await store.known(db);
  const found: Held<T> = { fresh: [], changed: [], differ: [], wrong: [], same: 0, examples: 0 };
  let read = 0;
  for (const line of readingList(store.list, sent, sent.match, c)) {
    if (++read % AT_ONCE === 0) await setImmediate();
    if ('what' in line) found.wrong.push(line);
    else if ('example' in line) found.examples++;
    else sorted(found, store, known, line, c);
  }
  return found;
}

function sorted<T>(
  found: Held<T>,
  store: ListStore<T>,
  known: ReadonlyMap<string, T>,
  { line, is, cells }: ReadLine<T>,
  c: ListContext,
): void {
  const faulty = store.schema?.safeParse(is).error?.issues[0];
  const was = known.get(store.list.key(is));
  if (faulty) {
    found.wrong.push({ line, what: new BadInput(faulty.path.join('.'), uncapital(faulty.message)).message });
  } else if (was === undefined) {
    found.fresh.push(is);
  } else compare(found, store, { was, is, cells }, line, c);
}

function compare<T>(found: Held<T>, store: ListStore<T>, both: Otherwise<T>, line: number, c: ListContext): void {
  if (differences(store, both, c).length === 0) found.same++;
  else if (!store.change) found.differ.push(both);
  else {
    const read = attempt(() => merged(store, both, c));
    if (read.ok) found.changed.push({ ...both, is: read.value });
    else found.wrong.push({ line, what: read.error.message });
  }
}

export function told<T>(store: ListStore<T>, f: Held<T>, c: ListContext): ListTold {
  const { list } = store;
  const line = (x: Otherwise<T>) => ({ name: list.name(x.was), changes: differences(store, x, c) });
  const strange = new Map<string, ListTold['strange'][number]>();
  for (const { strange: s } of f.wrong) {
    if (!s) continue;
    const key = `${s.column}|${s.word}`;
    strange.set(key, { ...s, lines: (strange.get(key)?.lines ?? 0) + 1 });
  }
  return {
    added: f.fresh.length,
    addedNames: f.fresh.slice(0, TOLD).map((t) => list.name(t)),
    changed: f.changed.length,
    changes: f.changed.slice(0, TOLD).map(line),
    differ: f.differ.length,
    differs: f.differ.slice(0, TOLD).map(line),
    same: f.same,
    examples: f.examples,
    wrong: f.wrong.length,
    wrongLines: f.wrong.slice(0, TOLD),
    strange: [...strange.values()].sort((a, b) => b.lines - a.lines).slice(0, TOLD),
  };
}
