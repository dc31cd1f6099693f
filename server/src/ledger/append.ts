import type { Entry } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { dropLesson, moveLesson } from '../learning/lessons';
import { project } from './tables';

/** Which device an entry came from, and the bay it stood in. */
export interface Sender {
  readonly device: string;
  readonly bay: string;
}

/** Writes an entry and all that follows from it. True when it was new, false when the same id was already there. */
export async function append(db: Queryable, e: Entry, from: Sender): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO entry (id, job_id, kind, version, body, by_person, at, device, bay, device_at) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10) ON CONFLICT (id) DO NOTHING',
    [e.id, e.job, e.kind, e.version, JSON.stringify(e.body), e.by, e.at, from.device, from.bay, e.deviceAt ?? null],
  );
  if (!rowCount) return false;
  await project(db, e);
  // How far it had gone is part of what a closed job taught.
  if (e.kind === 'distance') await moveLesson(db, e.job);
  // A job that is open again has taught nothing yet.
  if (e.kind === 'strike') await dropLesson(db, e.job);
  return true;
}
