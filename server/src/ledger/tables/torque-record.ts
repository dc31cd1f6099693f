import { rowsOf, table } from './table';

/** Every fastener that was recorded, however it was done. */
export const torqueRecord = table({
  ...rowsOf('torque_record'),
  handles: ['torque', 'clicks', 'mark'],
  async write(db, e) {
    const [targetNm, achievedNm, method] =
      e.kind === 'torque'
        ? [e.body.targetNm, e.body.achievedNm, e.body.method]
        : e.kind === 'clicks'
          ? [e.body.targetNm, null, `${e.body.clicks} of ${e.body.of} clicks`]
          : [null, null, e.body.how];
    await db.query(
      'INSERT INTO torque_record (entry_id, job_id, fastener, target_nm, achieved_nm, method) VALUES ($1,$2,$3,$4,$5,$6)',
      [e.id, e.job, e.body.fastener, targetNm, achievedNm, method],
    );
  },
});
