import { randomUUID } from 'node:crypto';
import { LISTS, type ListedCustomer, type ListedVehicle } from '@ash-knot/core/lists';
import type { Queryable } from '../db/pool';
import { conflict } from '../http/problem';
import { insertVehicle, VEHICLE } from '../vehicle/queries';
import type { ListStore, StoredRow } from './store';

/** Two lines are of one customer where the name and the number are the same. */
const customerKey = ({ name, telephone }: Pick<ListedCustomer, 'name' | 'telephone'>): string =>
  `${name.toLowerCase()}|${telephone.replace(/\D/g, '')}`;

interface Row extends Omit<ListedVehicle, 'vin' | 'variant' | 'customer'> {
  readonly vin: string | null;
  readonly variant: string | null;
  readonly customer: ListedCustomer | null;
  readonly owner: string;
}

async function known(tx: Queryable): Promise<ReadonlyMap<string, ListedVehicle>> {
  const { rows } = await tx.query<Row>(
    `SELECT x.plate, x."typeName" AS type, x.variant, x.vin, x.year, x."distanceKm", x."kmPerDay", x.owner,
            CASE WHEN c.id IS NULL THEN NULL ELSE json_build_object('name', c.name, 'telephone', c.telephone, 'email', c.email, 'address', c.address, 'language', c.language, 'tell', c.tell, 'note', c.note) END AS customer
       FROM (${VEHICLE}) AS x JOIN vehicle v ON v.id = x.id LEFT JOIN customer c ON c.id = v.customer_id ORDER BY x.plate`,
  );
  const bare = { telephone: '', email: '', address: '', language: '', tell: 'by phone', note: '' } as const;
  return new Map(
    rows.map(({ owner, ...r }) => {
      // An owner nobody wrote more of is a name alone.
      const customer = r.customer ?? (owner ? { name: owner, ...bare } : null);
      const v: ListedVehicle = { ...r, vin: r.vin ?? '', variant: r.variant ?? '', customer };
      return [LISTS.vehicles.key(v), v];
    }),
  );
}

export const vehicles: ListStore<ListedVehicle> = {
  list: LISTS.vehicles,
  locks: 'vehicle, customer',
  // It runs on: what it has run is said at its jobs.
  ignores: ['distance'],
  known,
  async add(tx, all, { context }) {
    const { rows } = await tx.query<{ id: string; name: string; telephone: string }>('SELECT id, name, telephone FROM customer');
    const customers = new Map(rows.map((c) => [customerKey(c), c.id]));
    const stored: StoredRow[] = [];
    const customerOf = async (c: ListedCustomer): Promise<string> => {
      const there = customers.get(customerKey(c));
      if (there) return there;
      const id = randomUUID();
      await tx.query(
        'INSERT INTO customer (id, name, telephone, email, address, language, tell, note) VALUES ($1,$2,$3,$4,$5,$6,$7,$8)',
        [id, c.name, c.telephone, c.email, c.address, c.language, c.tell, c.note],
      );
      customers.set(customerKey(c), id);
      stored.push({ of: 'customer', ref: id, name: '', before: null });
      return id;
    };
    for (const v of all) {
      const id = randomUUID();
      const typeId = context.types.get(v.type)!.id;
      const fresh = await insertVehicle(tx, {
        ...v,
        id,
        typeId,
        vin: v.vin || null,
        variant: v.variant || null,
        owner: v.customer?.name ?? '',
      });
      if (!fresh) throw conflict(`The plate ${v.plate} is already in the file. Nothing was stored.`);
      if (v.customer) await tx.query('UPDATE vehicle SET customer_id = $2 WHERE id = $1', [id, await customerOf(v.customer)]);
      stored.push({ of: 'vehicle', ref: id, name: v.plate, before: null });
    }
    return stored;
  },
};
