import { rowsOf, table } from './table';

/** Play of a joint, by readings and by loops: charted over distance, compared with the visit before. */
export const reading = table({
  ...rowsOf('reading'),
  handles: ['reading', 'loop'],
  async write(db, e) {
    const playMm = e.kind === 'loop' ? e.body.result.playMm : e.body.playMm;
    await db.query(
      'INSERT INTO reading (entry_id, job_id, joint, phase, play_mm, gauge_id, by_loop) VALUES ($1,$2,$3,$4,$5,$6,$7)',
      [e.id, e.job, e.body.joint, e.body.phase, playMm, e.body.gauge, e.kind === 'loop'],
    );
  },
});
