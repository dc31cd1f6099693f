import { rowsOf, table } from './table';

/** Which variant of its type a vehicle was found to be: its later visits know. */
export const variant = table({
  ...rowsOf('variant'),
  handles: ['variant'],
  async write(db, e) {
    await db.query('INSERT INTO variant (entry_id, job_id, name) VALUES ($1,$2,$3)', [e.id, e.job, e.body.name]);
  },
});
