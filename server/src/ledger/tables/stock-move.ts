import { rowsOf, table } from './table';

/** What left the shelf for a job: struck, it is back there. */
export const stockMove = table({
  ...rowsOf('stock_move'),
  handles: ['goods'],
  async write(db, e) {
    const { outcome, from, part, quantity } = e.body;
    // What is refused from the shelf does not go back to it: somebody looks at it first.
    if (from !== 'shelf') return;
    await db.query('INSERT INTO stock_move (entry_id, part_id, quantity, why, at) VALUES ($1,$2,$3,$4,$5)', [
      e.id,
      part,
      -quantity,
      outcome === 'taken' ? 'used' : 'refused',
      e.at,
    ]);
  },
});
