import express, { Router } from 'express';
import * as z from 'zod';
import { ATTACHMENT_KINDS } from '@ash-knot/core';
import type { Db } from '../db/pool';
import { worker } from '../session/guard';
import { conflict, notFound, param } from '../http/problem';
import { HANDED_BACK } from '../job/queries';
import { ATTACHMENTS, MOST_BYTES } from './kinds';
import { keepAttachment } from './queries';

const uuid = z.uuid();
const kindName = z.enum(ATTACHMENT_KINDS);

/** The body as it comes: photographs and loops read their own. */
export const rawBody = express.raw({ type: () => true, limit: MOST_BYTES });

/** Photographs, loops and whatever else hangs on an entry: one way in, one way out. */
export function attachmentRoutes(db: Db): Router {
  const r = Router();

  r.put('/jobs/:job/attachments/:kind/:id', rawBody, async (req, res) => {
    const by = worker(res);
    const job = param(uuid, req, 'job');
    const id = param(uuid, req, 'id');
    const kind = param(kindName, req, 'kind');
    const { rows } = await db.query<{ closed: boolean }>('SELECT closed_at IS NOT NULL AS closed FROM job WHERE id = $1', [job]);
    if (!rows[0]) throw notFound('job');
    if (rows[0].closed && !ATTACHMENTS[kind].afterHandBack) throw conflict(HANDED_BACK);
    await keepAttachment(db, { id, job, kind, bytes: req.body, by });
    res.status(201).json({ id });
  });

  r.get('/attachments/:id', async (req, res) => {
    const id = param(uuid, req, 'id');
    const { rows } = await db.query<{ mime: string; tag: string }>(
      "SELECT mime, encode(digest, 'hex') AS tag FROM attachment WHERE id = $1",
      [id],
    );
    if (!rows[0]) throw notFound('attachment');
    // It never changes under its id, but who asks must be signed in each time: kept by the browser alone, and asked about.
    res.set({ 'Cache-Control': 'private, no-cache', ETag: `"${rows[0].tag}"` }).type(rows[0].mime);
    // What the browser has already is not read again, neither here nor in the database.
    if (req.fresh) return void res.status(304).end();
    const { rows: whole } = await db.query<{ bytes: Buffer }>('SELECT bytes FROM attachment WHERE id = $1', [id]);
    res.send(whole[0]!.bytes);
  });
  return r;
}
