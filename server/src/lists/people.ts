import { randomUUID } from 'node:crypto';
import { LISTS, type ListedPerson } from '@ash-knot/core/lists';
import type { ListStore, StoredRow } from './store';

/** Without a PIN until a lead gives one: in a file it would be no secret. */
const NO_PIN = '';

export const people: ListStore<ListedPerson> = {
  list: LISTS.people,
  locks: 'person',
  async known(tx) {
    const { rows } = await tx.query<ListedPerson>('SELECT name, role FROM person ORDER BY active, name');
    return new Map(rows.map((p) => [LISTS.people.key(p), p]));
  },
  async add(tx, all) {
    const stored: StoredRow[] = [];
    for (const p of all) {
      const id = randomUUID();
      await tx.query('INSERT INTO person (id, name, role, pin_hash) VALUES ($1, $2, $3, $4)', [id, p.name, p.role, NO_PIN]);
      stored.push({ of: 'person', ref: id, name: p.name, before: null });
    }
    return stored;
  },
};
