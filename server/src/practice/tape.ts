import { insertEntry, type Tape } from '../ledger/tape';
import { benchOf, contextOfBench, practiceRow } from './queries';

/** The ledger of a practice vehicle: what is written there teaches the shop nothing and shows nowhere else. */
export const PRACTICE_TAPE: Tape = {
  table: 'practice_entry',
  async state(db, id) {
    const p = await practiceRow(db, id);
    const bench = p && (await benchOf(db, p));
    return bench && contextOfBench(bench).state;
  },
  async append(db, e, from) {
    if (!(await insertEntry(db, 'practice_entry', e, from))) return false;
    // From the customer to the verdict, or all the way.
    if (e.kind === 'hand-back' || e.kind === 'verdict')
      await db.query(
        `UPDATE practice p SET closed_at = now() FROM exercise x
          WHERE p.id = $1 AND x.id = p.exercise_id AND p.closed_at IS NULL AND (x.diagnosis_only OR $2)`,
        [e.job, e.kind === 'hand-back'],
      );
    return true;
  },
  alone: true,
};
