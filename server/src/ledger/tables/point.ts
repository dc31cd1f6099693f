import { rowsOf, table } from './table';

/** Hard points measured on a vehicle: its file keeps them for the next visit. */
export const point = table({
  ...rowsOf('point'),
  handles: ['point'],
  async write(db, e) {
    await db.query('INSERT INTO point (entry_id, job_id, axle, point, at) VALUES ($1,$2,$3,$4,$5)', [
      e.id,
      e.job,
      e.body.axle,
      e.body.point,
      e.body.at,
    ]);
  },
});
