import { LISTS, type ListedTorque } from '@ash-knot/core/lists';
import { AXLES, readVehicleType, withTorques, type VehicleTypeSpec } from '@ash-knot/core';
import { vehicleTypeSpec } from '@ash-knot/contract';
import { changeType } from '../change/type';
import type { Queryable } from '../db/pool';
import { conflict } from '../http/problem';
import { insertType } from '../vehicle/queries';
import type { ListStore, Otherwise, StoredRow, Taking } from './store';

async function typesOf(tx: Queryable): Promise<{ id: string; spec: VehicleTypeSpec }[]> {
  const { rows } = await tx.query<{ id: string; spec: unknown }>(
    'SELECT id, spec FROM vehicle_type WHERE into_id IS NULL ORDER BY name',
  );
  return rows.map((t) => ({ id: t.id, spec: readVehicleType(t.spec) }));
}

export const types: ListStore<VehicleTypeSpec> = {
  list: LISTS.types,
  schema: vehicleTypeSpec,
  locks: 'vehicle_type',
  known: async (tx) => new Map((await typesOf(tx)).map(({ spec }) => [LISTS.types.key(spec), spec])),
  async add(tx, all) {
    const stored: StoredRow[] = [];
    for (const spec of all) {
      const id = await insertType(tx, spec);
      if (!id) throw conflict(`There is already a type called ${spec.name}. Nothing was stored.`);
      stored.push({ of: 'type', ref: id, name: spec.name, before: null });
    }
    return stored;
  },
};

/** Each type that is named, once, with all its values: a change a type, not one a line. */
async function book(tx: Queryable, all: readonly ListedTorque[], who: Taking): Promise<StoredRow[]> {
  const stored: StoredRow[] = [];
  const known = new Map((await typesOf(tx)).map((t) => [t.spec.name, t]));
  for (const name of new Set(all.map((t) => t.type))) {
    const { id, spec } = known.get(name)!;
    const values = all.filter((t) => t.type === name);
    const lines = values.map(({ end, value }, i) => ({ line: i + 1, text: '', values: [{ end, value }] }));
    const says = await changeType(tx, id, { to: (was) => withTorques(was, lines), rules: who.rules }, who);
    if (says.length) stored.push({ of: 'type', ref: id, name, before: spec });
  }
  return stored;
}

export const torques: ListStore<ListedTorque> = {
  list: LISTS.torques,
  locks: 'vehicle_type',
  async known(tx) {
    const all = (await typesOf(tx)).flatMap(({ spec }) =>
      AXLES.flatMap((end) => spec.torqueBook[end].map((value): ListedTorque => ({ type: spec.name, end, value }))),
    );
    return new Map(all.map((t) => [LISTS.torques.key(t), t]));
  },
  add: book,
  change: (tx, all: readonly Otherwise<ListedTorque>[], who) =>
    book(
      tx,
      all.map((x) => x.is),
      who,
    ),
};
