import express, { Router } from 'express';
import * as z from 'zod';
import type { Db } from '../db/pool';
import { worker } from '../http/guard';
import { HttpProblem, notFound, param, parse } from '../http/problem';

export const PHOTO_BYTES = 10 * 1024 * 1024;
const uuid = z.uuid();

/** What the bytes are, whatever the sender says. */
function sniff(b: Buffer): 'image/jpeg' | 'image/png' | undefined {
  if (b.length > 3 && b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff) return 'image/jpeg';
  if (b.length > 8 && b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'image/png';
  return undefined;
}

export function photoRoutes(db: Db): Router {
  const r = Router();

  // The id is the client's, so that sending it again after a lost answer is harmless.
  r.put('/jobs/:job/photos/:id', express.raw({ type: () => true, limit: PHOTO_BYTES }), async (req, res) => {
    const by = worker(res);
    const job = param(uuid, req, 'job');
    const id = param(uuid, req, 'id');
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const mime = sniff(bytes);
    if (!mime)
      throw new HttpProblem(422, 'bad-input', 'photo: must be a JPEG or PNG picture. Nothing was stored.', [
        { field: 'photo', message: 'must be a JPEG or PNG picture' },
      ]);
    if (!(await db.query('SELECT 1 FROM job WHERE id = $1', [job])).rowCount) throw notFound('job');
    await db.query(
      'INSERT INTO photo (id, job_id, mime, bytes, taken_by) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (id) DO NOTHING',
      [id, job, mime, bytes, by],
    );
    res.status(201).json({ id });
  });

  r.get('/photos/:id', async (req, res) => {
    const { rows } = await db.query<{ mime: string; bytes: Buffer }>('SELECT mime, bytes FROM photo WHERE id = $1', [
      parse(uuid, req.params['id']),
    ]);
    if (!rows[0]) throw notFound('photo');
    // A photograph never changes under its id; `private` keeps it out of shared caches.
    res.set('Cache-Control', 'private, max-age=31536000, immutable').type(rows[0].mime).send(rows[0].bytes);
  });
  return r;
}
