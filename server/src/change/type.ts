import { checkType, readVehicleType, typeChanges, type VehicleTypeSpec, type YardRules } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { badInput, conflict, notFound } from '../http/problem';
import { sumAllTimes } from '../learning/times';
import { VEHICLE } from '../vehicle/queries';
import { hold, keepChange, tellOpenJobs, type Changing } from './queries';

/** What a closed job does not keep of its vehicle: it is of today. */
const NOT_TOLD = `ARRAY['id', 'distanceKm', 'saidOn', 'openJob']`;

async function specOf(tx: Queryable, id: string): Promise<VehicleTypeSpec> {
  const { rows } = await tx.query<{ spec: unknown }>('SELECT spec FROM vehicle_type WHERE id = $1', [id]);
  if (!rows[0]) throw notFound('vehicle type');
  return readVehicleType(rows[0].spec);
}

/**
 * Puts a type right. Jobs that are open are told; those that are closed keep what they were told.
 * @param seen how often it had been changed when it was looked at; nothing where only something is added
 * @returns what is different; nothing where it is so already
 */
export async function changeType(
  tx: Queryable,
  id: string,
  {
    to,
    seen,
    rules,
  }: { readonly to: (was: VehicleTypeSpec) => VehicleTypeSpec; readonly seen?: number; readonly rules: YardRules },
  who: Changing,
): Promise<readonly string[]> {
  await hold(tx, 'type', id, seen);
  const before = await specOf(tx, id);
  const after = to(before);
  checkType(after);
  const says = typeChanges(before, after, rules.dialect, rules.inchFirst ? 'in' : 'mm');
  if (says.length === 0) return says;
  const taken = await tx.query('SELECT 1 FROM vehicle_type WHERE name = $1 AND id <> $2', [after.name, id]);
  if (taken.rowCount)
    throw conflict(`There is already a type called ${after.name}. Are the two one? Put them together. Nothing was stored.`);
  await tx.query('UPDATE vehicle_type SET name = $2, spec = $3 WHERE id = $1', [id, after.name, JSON.stringify(after)]);
  // Vehicles are found by the name of their type.
  if (before.name !== after.name) await tx.query('UPDATE vehicle SET owner = owner WHERE type_id = $1', [id]);
  await keepChange(tx, 'type', id, { before, says }, who);
  await tellOpenJobs(tx, 'type', id, says, who);
  return says;
}

/** One type that was described twice: the vehicles of this one, what fits them and what they taught go to that one. */
export async function putTypesTogether(tx: Queryable, id: string, into: string, rules: YardRules, who: Changing): Promise<void> {
  if (id === into) throw badInput('into', 'is the same type');
  for (const t of [id, into].sort()) await hold(tx, 'type', t);
  const [gone, kept] = [await specOf(tx, id), await specOf(tx, into)];
  const differs = typeChanges(gone, kept, rules.dialect, rules.inchFirst ? 'in' : 'mm').slice(1);
  const says = [`Put together with ${kept.name}: its vehicles are of that type now.`];
  await keepChange(tx, 'type', id, { before: gone, says }, who);
  await keepChange(
    tx,
    'type',
    into,
    { before: kept, says: [`${gone.name} is the same type: its vehicles are of this one now.`] },
    who,
  );
  // Each keeps for its closed jobs that it was of the other; what no longer names a variant of its type is not looked at.
  await tx.query(
    `INSERT INTO change (vehicle_id, by_person, why, says, before)
     SELECT x.id, $2, $3, ARRAY[$4], to_jsonb(x) - ${NOT_TOLD} FROM (${VEHICLE} WHERE v.type_id = $1) AS x`,
    [id, who.by, who.why, `Type: now ${kept.name}, was ${gone.name}.`],
  );
  await tellOpenJobs(tx, 'type', id, [...says, ...differs], who);
  await tx.query('UPDATE vehicle SET type_id = $2 WHERE type_id = $1', [id, into]);
  await tx.query(
    'INSERT INTO part_fit (part_id, type_id, axle) SELECT part_id, $2, axle FROM part_fit WHERE type_id = $1 ON CONFLICT DO NOTHING',
    [id, into],
  );
  await tx.query('DELETE FROM part_fit WHERE type_id = $1', [id]);
  for (const table of ['lesson', 'step_time', 'tip'])
    await tx.query(`UPDATE ${table} SET type_id = $2 WHERE type_id = $1`, [id, into]);
  await tx.query('UPDATE vehicle_type SET away_at = clock_timestamp(), into_id = $2 WHERE id = $1', [id, into]);
  await sumAllTimes(tx);
}

/** Offered for no new vehicle, or offered again. */
export async function putTypeAway(tx: Queryable, id: string, away: boolean, who: Changing): Promise<void> {
  await hold(tx, 'type', id);
  const before = await specOf(tx, id);
  const { rowCount } = await tx.query(
    'UPDATE vehicle_type SET away_at = CASE WHEN $2 THEN clock_timestamp() END WHERE id = $1 AND (away_at IS NOT NULL) <> $2',
    [id, away],
  );
  if (rowCount)
    await keepChange(tx, 'type', id, { before, says: [away ? 'Put away: offered for no new vehicle.' : 'Offered again.'] }, who);
}
