import type { BookingBody, BookingPage, BookingView, DueBooking, JobView, StoredEntry } from '@ash-knot/contract';
import { makeEntry, readVehicleType } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { conflict, notFound } from '../http/problem';
import { LAST_PLAY } from '../gauge/last-play';
import { JOB_FILE } from '../learning/job-file';
import { iso } from '../ledger/read';
import { happened } from '../live/channel';
import { VEHICLE } from '../vehicle/queries';

const BOOKING = `
  SELECT b.id, b.vehicle_id AS "vehicleId", coalesce(vehicle.plate, b.plate) AS plate, b.who, ${iso('b.comes_at')} AS "comesAt", b.minutes, b.kind, b.bay, b.person_id AS person, b.complaint, b.note,
         row_to_json(vehicle) AS vehicle, (SELECT count(*)::int FROM booking_was w WHERE w.booking_id = b.id) AS seen, p.name AS by, (SELECT t.name FROM token t WHERE t.id = b.token_id) AS through, ${iso('b.at')} AS at, b.job_id AS job,
         CASE WHEN b.gone_at IS NULL THEN NULL ELSE json_build_object('by', (SELECT g.name FROM person g WHERE g.id = b.gone_by), 'through', (SELECT t.name FROM token t WHERE t.id = b.gone_token), 'at', ${iso('b.gone_at')}, 'why', b.gone_why) END AS gone
    FROM booking b JOIN person p ON p.id = b.by_person LEFT JOIN LATERAL (${VEHICLE} WHERE v.id = b.vehicle_id) AS vehicle ON true`;
/** Neither came nor was called off. */
const COMES = 'b.job_id IS NULL AND b.gone_at IS NULL';

/** Bookings of some days, in their order. Called-off ones stand among them: a day says what it was to be. */
export async function bookings(db: Queryable, from: string, to: string): Promise<BookingView[]> {
  const { rows } = await db.query<BookingView>(
    `${BOOKING} WHERE b.comes_at >= $1 AND b.comes_at < $2 ORDER BY b.comes_at, b.id LIMIT 1000`,
    [from, to],
  );
  return rows;
}

/** @throws 404 */
export async function booking(db: Queryable, id: string, hold = false): Promise<BookingView> {
  if (hold) await db.query('SELECT 1 FROM booking WHERE id = $1 FOR UPDATE', [id]);
  const { rows } = await db.query<BookingView>(`${BOOKING} WHERE b.id = $1`, [id]);
  if (!rows[0]) throw notFound('booking');
  return rows[0];
}

/** Vehicles that are due today, or were and have not come, by the shop's clock. @param today "2026-12-01" */
export async function dueBookings(db: Queryable, zone: string, today: string): Promise<DueBooking[]> {
  const { rows } = await db.query<DueBooking>(
    `SELECT b.id, coalesce(vehicle.plate, b.plate) AS plate, ${iso('b.comes_at')} AS "comesAt", b.bay, b.kind, row_to_json(vehicle) AS vehicle,
            b.complaint->>'words' AS words, coalesce((SELECT p.name FROM person p WHERE p.id = b.person_id), '') AS person
       FROM booking b LEFT JOIN LATERAL (${VEHICLE} WHERE v.id = b.vehicle_id) AS vehicle ON true
      WHERE ${COMES} AND b.comes_at < ($2::date + 1)::timestamp AT TIME ZONE $1 ORDER BY b.comes_at, b.id LIMIT 40`,
    [zone, today],
  );
  return rows;
}

/** The sheet of a vehicle as it would be opened for a booking: nothing of it is stored. */
export async function bookingPage(db: Queryable, id: string): Promise<BookingPage> {
  const b = await booking(db, id);
  if (!b.vehicleId) return { ...b, sheet: null };
  const { rows } = await db.query<Pick<JobView, 'vehicle' | 'type' | 'file' | 'lastPlay'>>(
    `SELECT to_jsonb(vehicle) AS vehicle, t.spec AS type, ${JOB_FILE} AS file, ${LAST_PLAY} AS "lastPlay"
       FROM (SELECT $1::uuid AS id, $2::uuid AS vehicle_id, clock_timestamp() AS opened_at, NULL::timestamptz AS closed_at) AS j
       JOIN LATERAL (${VEHICLE} WHERE v.id = j.vehicle_id) AS vehicle ON true JOIN vehicle_type t ON t.id = vehicle."typeId"`,
    [b.id, b.vehicleId],
  );
  const row = rows[0]!;
  const entry = makeEntry({ kind: 'complaint', body: b.complaint }, { id: b.id, job: b.id, by: b.by, at: b.at });
  const entries: StoredEntry[] = said(b.complaint) ? [{ ...entry, seq: 1, receivedAt: b.at }] : [];
  const { kind, bay } = b;
  const { distanceKm } = row.vehicle;
  const type = readVehicleType(row.type);
  return { ...b, sheet: { ...row, type, id: b.id, kind, bay, distanceKm, openedAt: b.comesAt, entries } };
}

/** Whether anything of a complaint was said. */
export const said = (c: BookingBody['complaint']): boolean =>
  Object.values(c).some((v) => (typeof v === 'string' || Array.isArray(v) ? v.length > 0 : false));

/** Who books: a person, or another program by a key that a person answers for. */
export interface Booker {
  readonly person: string;
  readonly token: string | null;
}

export async function insertBooking(tx: Queryable, id: string, b: BookingBody, by: Booker, uid: string): Promise<boolean> {
  const { rowCount } = await tx.query(
    `INSERT INTO booking (id, vehicle_id, plate, who, comes_at, minutes, kind, bay, person_id, complaint, note, uid, by_person, token_id)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13,$14) ON CONFLICT DO NOTHING`,
    [
      id,
      b.vehicleId,
      b.plate,
      b.who,
      b.comesAt,
      b.minutes,
      b.kind,
      b.bay,
      b.person,
      JSON.stringify(b.complaint),
      b.note,
      uid,
      by.person,
      by.token,
    ],
  );
  if (rowCount) await happened(tx, { of: 'booking', id, what: 'made' });
  return rowCount === 1;
}

/** What may still be changed. @throws 404, 409 */
export async function openBooking(tx: Queryable, id: string, seen?: number): Promise<BookingView> {
  const b = await booking(tx, id, true);
  if (b.job) throw conflict('It came already: its sheet is open or was closed. Nothing was stored.');
  if (b.gone) throw conflict(`It was called off by ${b.gone.through ?? b.gone.by} (${b.gone.why}). Nothing was stored.`);
  if (seen !== undefined && b.seen !== seen)
    throw conflict('Somebody changed it meanwhile. Look at it as it is now. Nothing was stored.');
  return b;
}

/** Changes a booking; what it was is kept. */
export async function rewriteBooking(tx: Queryable, was: BookingView, to: BookingBody, by: Booker): Promise<void> {
  const { vehicle: _v, ...before } = was;
  await tx.query('INSERT INTO booking_was (booking_id, by_person, token_id, before) VALUES ($1, $2, $3, $4)', [
    was.id,
    by.person,
    by.token,
    JSON.stringify(before),
  ]);
  await tx.query(
    `UPDATE booking SET vehicle_id = $2, plate = $3, who = $4, comes_at = $5, minutes = $6, kind = $7, bay = $8, person_id = $9, complaint = $10, note = $11 WHERE id = $1`,
    [
      was.id,
      to.vehicleId,
      to.plate,
      to.who,
      to.comesAt,
      to.minutes,
      to.kind,
      to.bay,
      to.person,
      JSON.stringify(to.complaint),
      to.note,
    ],
  );
  await happened(tx, { of: 'booking', id: was.id, what: 'changed' });
}

export async function callOff(tx: Queryable, id: string, by: Booker, why: string): Promise<void> {
  await tx.query('UPDATE booking SET gone_at = clock_timestamp(), gone_by = $2, gone_token = $3, gone_why = $4 WHERE id = $1', [
    id,
    by.person,
    by.token,
    why,
  ]);
  await happened(tx, { of: 'booking', id, what: 'called off' });
}

/** What of a booking goes onto the tape of its job. */
export interface Came {
  readonly complaint: BookingBody['complaint'];
  readonly by: string;
  readonly at: string;
  /** The program it was booked by. */
  readonly through: string | null;
}

/** It is here: the booking is of this job from now on. @throws 404, 409 */
export async function came(tx: Queryable, id: string, job: string, vehicleId: string): Promise<Came> {
  const b = await booking(tx, id, true);
  if (b.vehicleId && b.vehicleId !== vehicleId) throw conflict('This booking is of another vehicle. Nothing was stored.');
  await openBooking(tx, id);
  await tx.query('UPDATE booking SET job_id = $2, vehicle_id = $3 WHERE id = $1', [id, job, vehicleId]);
  const { rows } = await tx.query<{ by: string }>('SELECT by_person AS by FROM booking WHERE id = $1', [id]);
  await happened(tx, { of: 'booking', id, what: 'came' });
  return { complaint: b.complaint, by: rows[0]!.by, at: b.at, through: b.through };
}

/** As it is called where it is told: its plate, or who brings it. */
export const nameOf = (b: Pick<BookingView, 'plate' | 'who' | 'kind'>): string => b.plate || b.who || b.kind;

/** A customer who asked to be deleted brings nothing any more: by their vehicles, and by their name where the vehicle is not in the file. */
export async function forgetInBookings(tx: Queryable, vehicles: readonly string[], name: string): Promise<void> {
  const { rows } = await tx.query<{ id: string }>(
    "UPDATE booking SET who = '' WHERE vehicle_id = ANY($1) OR strpos(lower(who), lower($2)) > 0 RETURNING id",
    [vehicles, name],
  );
  await tx.query(`UPDATE booking_was SET before = jsonb_set(before, '{who}', '""') WHERE booking_id = ANY($1)`, [
    rows.map((b) => b.id),
  ]);
}
