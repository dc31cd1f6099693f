import { rowsOf, table } from './table';

/** Traps and tips, by the type of the vehicle they were written at. */
export const tip = table({
  ...rowsOf('tip'),
  handles: ['tip'],
  async write(db, e) {
    await db.query(
      `INSERT INTO tip (entry_id, job_id, type_id, body)
       SELECT $1, $2, v.type_id, $3 FROM job j JOIN vehicle v ON v.id = j.vehicle_id WHERE j.id = $2`,
      [e.id, e.job, JSON.stringify(e.body)],
    );
  },
});
