import { STANDS } from './closing';
import { rowsOf, table } from './table';

const rows = rowsOf('recheck');

/** What is to be come back for, and what was: the floor asks for those due. */
export const recheck = table({
  ...rows,
  handles: ['recheck', 'rechecked'],
  async write(db, e) {
    if (e.kind === 'rechecked') {
      await db.query('UPDATE recheck SET done_by = $2 WHERE entry_id = $1', [e.body.recheck, e.id]);
      return;
    }
    await db.query('INSERT INTO recheck (entry_id, job_id, what, at_km, on_date) VALUES ($1,$2,$3,$4,$5)', [
      e.id,
      e.job,
      e.body.what,
      e.body.atKm,
      e.body.onDate,
    ]);
  },
  async strike(db, struck) {
    if (struck.kind === 'recheck') return rows.strike(db, struck);
    // Made twice and one of them struck: the other stands.
    await db.query(
      `UPDATE recheck r SET done_by = (
         SELECT e.id FROM entry e WHERE e.job_id = r.job_id AND e.kind = 'rechecked' AND e.body->>'recheck' = r.entry_id::text AND e.id <> $1 AND ${STANDS}
          ORDER BY e.seq DESC LIMIT 1)
        WHERE r.done_by = $1`,
      [struck.id],
    );
  },
});
