import type { AttachmentKind } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { conflict, slowDown, tooLarge } from '../http/problem';
import { ATTACHMENTS } from './kinds';

/** What one job may hold, and what one day may bring from all of a yard's devices, bytes. */
const MOST_OF_JOB = 400 * 1024 * 1024;
const MOST_OF_DAY = 4 * 1024 * 1024 * 1024;

/** Keeps an attachment. The id is the client's: sending it again after a lost answer is harmless, sending another under it is not. */
export async function keepAttachment(
  db: Queryable,
  a: {
    readonly id: string;
    readonly job: string | null;
    readonly kind: AttachmentKind;
    readonly bytes: unknown;
    readonly by: string;
  },
): Promise<void> {
  const bytes = Buffer.isBuffer(a.bytes) ? a.bytes : Buffer.alloc(0);
  const kind = ATTACHMENTS[a.kind];
  if (bytes.length > kind.most) throw tooLarge();
  const mime = await kind.read(bytes);
  const { rows: used } = await db.query<{ job: number; day: number }>(
    `SELECT (SELECT coalesce(sum(size), 0) FROM attachment WHERE job_id = $1) AS job,
            (SELECT coalesce(sum(size), 0) FROM attachment WHERE created_at > now() - interval '1 day') AS day`,
    [a.job],
  );
  if (Number(used[0]!.job) + bytes.length > MOST_OF_JOB)
    throw tooLarge('This job holds as many photographs and files as one may.');
  if (Number(used[0]!.day) + bytes.length > MOST_OF_DAY)
    throw slowDown('As much was sent today as one day may bring. It is kept here and sent tomorrow.', 3600);
  const { rowCount } = await db.query(
    'INSERT INTO attachment (id, job_id, kind, mime, bytes, taken_by) VALUES ($1,$2,$3,$4,$5,$6) ON CONFLICT (id) DO NOTHING',
    [a.id, a.job, a.kind, mime, bytes, a.by],
  );
  if (rowCount) return;
  const { rows } = await db.query<{ same: boolean }>(
    'SELECT digest = sha256($2) AND kind = $3 AND (job_id IS NOT DISTINCT FROM $4 OR $4 IS NULL) AS same FROM attachment WHERE id = $1',
    [a.id, bytes, a.kind, a.job],
  );
  if (!rows[0]?.same) throw conflict('Another file is kept under this id already. Nothing was stored.');
}

/** Ties an attachment that a gauge sent to the job whose entry names it first. False when there is none, or it is another job's. */
export async function claimAttachment(db: Queryable, id: string, job: string, kind: AttachmentKind): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE attachment SET job_id = $2 WHERE id = $1 AND kind = $3 AND (job_id IS NULL OR job_id = $2)',
    [id, job, kind],
  );
  return rowCount === 1;
}
