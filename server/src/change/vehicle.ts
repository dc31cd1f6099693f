import { plateKey, sayDistance, withKnown, type DistanceUnit, type KnownHere, type YardRules } from '@ash-knot/core';
import type { ChangeVehicle, VehicleView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { badInput, conflict, notFound } from '../http/problem';
import { reckonDistance } from '../ledger/tables/closing';
import { checkVariant, vinOf } from '../vehicle/checks';
import { vehicleById } from '../vehicle/queries';
import { hold, keepChange, tellOpenJobs, type Changing } from './queries';

/** What a closed job keeps of its vehicle. */
const toldOf = ({ plate, vin, typeId, typeName, variant, year, kmPerDay, owner, known }: VehicleView) => ({
  plate,
  vin,
  typeId,
  typeName,
  variant,
  year,
  kmPerDay,
  owner,
  known,
});

/** The fields of a vehicle as its form has them, in their order. */
const FIELDS: readonly (readonly [name: string, get: (v: VehicleView, unit: DistanceUnit) => string | number | null])[] = [
  ['Plate', (v) => v.plate],
  ['VIN', (v) => v.vin],
  ['Type', (v) => v.typeName],
  ['Variant', (v) => v.variant],
  ['Model year', (v) => v.year],
  ['Distance', (v, unit) => sayDistance(v.distanceKm, unit)],
  ['Use a day', (v, unit) => (v.kmPerDay ? sayDistance(v.kmPerDay, unit) : '')],
  ['Owner', (v) => v.owner],
];

/** "Plate: now HB 0094, was HB 0093." */
function vehicleChanges(before: VehicleView, after: VehicleView, unit: DistanceUnit): string[] {
  const word = (x: string | number | null) => (x === null || x === '' ? 'not known' : String(x));
  return FIELDS.flatMap(([name, get]) => {
    const [b, a] = [get(before, unit), get(after, unit)];
    return b === a ? [] : [`${name}: now ${word(a)}, was ${word(b)}.`];
  });
}

const viewed = async (db: Queryable, id: string): Promise<VehicleView> => {
  const v = await vehicleById(db, id);
  if (!v) throw notFound('vehicle');
  return v;
};

/** Puts a vehicle right. @returns what is different */
export async function changeVehicle(
  tx: Queryable,
  id: string,
  { to, seen, rules }: ChangeVehicle & { readonly rules: YardRules },
  who: Changing,
): Promise<string[]> {
  await hold(tx, 'vehicle', id, seen);
  const before = await viewed(tx, id);
  const typeId = to.typeId ?? before.typeId;
  // A variant is one of its type: of another type nobody has looked.
  const variant = to.variant !== undefined ? to.variant : typeId === before.typeId ? before.variant : null;
  await checkVariant(tx, typeId, variant);
  const plate = (to.plate ?? before.plate).toUpperCase();
  const taken = await tx.query('SELECT 1 FROM vehicle WHERE plate_key = $1 AND id <> $2', [plateKey(plate), id]);
  if (taken.rowCount)
    throw conflict(`The plate ${plate} is already in the file. Are the two one vehicle? Put them together. Nothing was stored.`);
  await tx.query(
    `UPDATE vehicle SET plate = $2, plate_key = $3, vin = $4, type_id = $5, year = $6, km_per_day = $7, owner = $8,
            variant = $9, variant_at = CASE WHEN $10 THEN clock_timestamp() ELSE variant_at END, entered_km = coalesce($11, entered_km) WHERE id = $1`,
    [
      id,
      plate,
      plateKey(plate),
      to.vin === undefined ? before.vin : vinOf(to.vin),
      typeId,
      to.year ?? before.year,
      to.kmPerDay ?? before.kmPerDay,
      to.owner ?? before.owner,
      variant,
      variant !== before.variant,
      to.distanceKm ?? null,
    ],
  );
  if (to.distanceKm !== undefined) await reckonDistance(tx, id);
  const says = vehicleChanges(before, await viewed(tx, id), rules.distance);
  if (says.length === 0) throw badInput('to', 'changes nothing of this vehicle');
  await keepChange(tx, 'vehicle', id, { before: toldOf(before), says }, who);
  await tellOpenJobs(tx, 'vehicle', id, says, who);
  return says;
}

/** Keeps something found for a vehicle's next jobs. */
export async function keepKnown(
  tx: Queryable,
  id: string,
  { known, says }: { readonly known: readonly KnownHere[]; readonly says: readonly string[] },
  who: Changing,
): Promise<void> {
  const before = await viewed(tx, id);
  await tx.query('UPDATE vehicle SET known = $2 WHERE id = $1', [id, JSON.stringify(known)]);
  await keepChange(tx, 'vehicle', id, { before: toldOf(before), says }, who);
}

/** One vehicle that stood twice in the file: the jobs of this one go to that one, and it is put away. */
export async function putVehiclesTogether(tx: Queryable, id: string, into: string, who: Changing): Promise<void> {
  if (id === into) throw badInput('into', 'is the same vehicle');
  // Both are held in one order: two who do it at once wait for each other and not both.
  for (const v of [id, into].sort()) await hold(tx, 'vehicle', v);
  const [gone, kept] = [await viewed(tx, id), await viewed(tx, into)];
  if (gone.openJob && kept.openJob)
    throw conflict(`Both ${gone.plate} and ${kept.plate} have an open job. Hand one back first. Nothing was stored.`);
  const says = [`Put together with ${kept.plate}: its jobs are there now.`];
  await keepChange(tx, 'vehicle', id, { before: toldOf(gone), says }, who);
  await keepChange(
    tx,
    'vehicle',
    into,
    { before: toldOf(kept), says: [`${gone.plate} is the same vehicle: its jobs are here now.`] },
    who,
  );
  await tx.query('UPDATE job SET vehicle_id = $2, was_vehicle = coalesce(was_vehicle, $1) WHERE vehicle_id = $1', [id, into]);
  for (const table of ['lesson', 'booking'])
    await tx.query(`UPDATE ${table} SET vehicle_id = $2 WHERE vehicle_id = $1`, [id, into]);
  // What was known of either is known of the one; the later word of each thing stands.
  const known = [...gone.known, ...kept.known].sort((x, y) => x.atKm - y.atKm).reduce<readonly KnownHere[]>(withKnown, []);
  await tx.query(
    'UPDATE vehicle SET known = $3, customer_id = coalesce(customer_id, (SELECT g.customer_id FROM vehicle g WHERE g.id = $1)) WHERE id = $2',
    [id, into, JSON.stringify(known)],
  );
  await tx.query('UPDATE vehicle SET away_at = clock_timestamp(), into_id = $2 WHERE id = $1', [id, into]);
  await tx.query(
    'UPDATE vehicle SET last_opened = greatest(last_opened, (SELECT max(opened_at) FROM job WHERE vehicle_id = $1)) WHERE id = $1',
    [into],
  );
  await reckonDistance(tx, into);
  await tellOpenJobs(tx, 'vehicle', into, says, who);
}

/** Out of every list, or back into them. */
export async function putVehicleAway(tx: Queryable, id: string, away: boolean, who: Changing): Promise<void> {
  await hold(tx, 'vehicle', id);
  const v = await viewed(tx, id);
  if (away && v.openJob) throw conflict(`${v.plate} has an open job: hand it back first. Nothing was stored.`);
  const { rowCount } = await tx.query(
    'UPDATE vehicle SET away_at = CASE WHEN $2 THEN clock_timestamp() END WHERE id = $1 AND (away_at IS NOT NULL) <> $2',
    [id, away],
  );
  if (rowCount)
    await keepChange(tx, 'vehicle', id, { before: toldOf(v), says: [away ? 'Put away.' : 'Taken back into the file.'] }, who);
}
