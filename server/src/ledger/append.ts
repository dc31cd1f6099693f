import type { Entry } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { dropLesson, moveLesson } from '../learning/lessons';
import { project } from './tables';
import { insertEntry, type Sender } from './tape';

/** Writes an entry and all that follows from it. True when it was new, false when the same id was already there. */
export async function append(db: Queryable, e: Entry, from: Sender): Promise<boolean> {
  if (!(await insertEntry(db, 'entry', e, from))) return false;
  await project(db, e);
  // How far it had gone is part of what a closed job taught.
  if (e.kind === 'distance') await moveLesson(db, e.job);
  // A job that is open again has taught nothing yet.
  if (e.kind === 'strike') await dropLesson(db, e.job);
  return true;
}
