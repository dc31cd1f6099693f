import type { AttachmentKind } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { tooLarge } from '../http/problem';
import { ATTACHMENTS } from './kinds';

/** Keeps an attachment. The id is the client's: sending it again after a lost answer is harmless. */
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
  const mime = kind.read(bytes);
  await db.query(
    'INSERT INTO attachment (id, job_id, kind, mime, bytes, taken_by) VALUES ($1,$2,$3,$4,$5,$6) ON CONFLICT (id) DO NOTHING',
    [a.id, a.job, a.kind, mime, bytes, a.by],
  );
}

/** Ties an attachment that a gauge sent to the job whose entry names it first. False when there is none, or it is another job's. */
export async function claimAttachment(db: Queryable, id: string, job: string, kind: AttachmentKind): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE attachment SET job_id = $2 WHERE id = $1 AND kind = $3 AND (job_id IS NULL OR job_id = $2)',
    [id, job, kind],
  );
  return rowCount === 1;
}
