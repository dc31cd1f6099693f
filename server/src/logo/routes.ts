import express, { Router } from 'express';
import { actorOf, audit } from '../audit/queries';
import { readPicture } from '../attachment/kinds';
import { inTransaction, type Db } from '../db/pool';
import { badInput, notFound } from '../http/problem';
import { confirmedRole } from '../session/guard';

/** Bytes a logo may have: it goes with every letter. */
const MOST = 200_000;
const body = express.raw({ type: () => true, limit: '2mb' });

/** The picture at the head of the shop's papers: shown to whoever is signed in, changed by a lead. */
export function logoRoutes(db: Db): Router {
  const r = Router();
  r.get('/shop/logo', async (_req, res) => {
    const { rows } = await db.query<{ bytes: Buffer; type: string }>('SELECT bytes, type FROM logo');
    if (!rows[0]) throw notFound('logo');
    // Its address has when it was put there: another one is another address.
    res.type(rows[0].type).set('Cache-Control', 'private, max-age=31536000, immutable').send(rows[0].bytes);
  });
  r.put('/shop/logo', body, async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    if (bytes.length > MOST) throw badInput('logo', `must have at most ${MOST / 1000} kB`);
    const type = await readPicture(bytes, 'logo');
    await inTransaction(db, async (tx) => {
      await tx.query(
        `INSERT INTO logo (bytes, type, by_person) VALUES ($1, $2, $3)
         ON CONFLICT (only_row) DO UPDATE SET bytes = excluded.bytes, type = excluded.type, by_person = excluded.by_person, at = clock_timestamp()`,
        [bytes, type, by],
      );
      await audit(tx, 'rules', actorOf(req, res, by), { logo: 'another' });
    });
    res.json({});
  });
  r.delete('/shop/logo', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    await inTransaction(db, async (tx) => {
      await tx.query('DELETE FROM logo');
      await audit(tx, 'rules', actorOf(req, res, by), { logo: 'taken away' });
    });
    res.json({});
  });
  return r;
}
