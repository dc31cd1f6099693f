import { BadInput, oneOf } from '../error';
import { ROLES, type Role } from '../ledger';
import type { ListOf } from './list';
import { textCell } from './cells';

/** Somebody who works here, without a PIN: a lead gives that, never a file. */
export interface ListedPerson {
  readonly name: string;
  readonly role: Role;
}

export const PEOPLE_LIST: ListOf<ListedPerson> = {
  id: 'people',
  title: 'People',
  line: 'person',
  columns: [
    {
      id: 'name',
      says: 'as everybody calls them',
      must: true,
      heads: ['full name', 'person', 'employee', 'mechanic', 'technician'],
    },
    {
      id: 'role',
      says: ROLES.join(', '),
      must: true,
      heads: ['job', 'position', 'function', 'title'],
      picks: () => ROLES,
    },
  ],
  read(cells) {
    const name = textCell(cells, 'name', 60);
    if (name.length < 2) throw new BadInput('name', 'must have at least 2 letters', name);
    return { name, role: oneOf('role', textCell(cells, 'role', 20), ROLES) };
  },
  cells: (p) => ({ name: p.name, role: p.role }),
  key: (p) => p.name.toLowerCase(),
  name: (p) => p.name,
  examples: [
    { name: 'Example: Ane Brekke', role: 'technician' },
    { name: 'Example: Ivo Dahl', role: 'learner' },
  ],
};
