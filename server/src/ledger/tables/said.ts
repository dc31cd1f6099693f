import type { EntryBodies } from '@ash-knot/core';
import { rowsOf, table } from './table';

/** What was said of a job: the complaint in the customer's words, and the verdict's causes. The last that stands speaks. */
export const said = table({
  ...rowsOf('said'),
  handles: ['complaint', 'verdict'],
  async write(db, e) {
    await db.query('INSERT INTO said (entry_id, job_id, kind, words, causes, search) VALUES ($1,$2,$3,$4,$5,lower($6))', [
      e.id,
      e.job,
      e.kind,
      e.kind === 'complaint' ? e.body.words : '',
      e.kind === 'verdict' ? e.body.causes : [],
      e.kind === 'complaint' ? searched(e.body) : '',
    ]);
  },
});

/** What a complaint is found by: its words, and what was ticked of them. */
const searched = ({ words, character, like, where, when, handling, conditions }: EntryBodies['complaint']): string =>
  [words, ...character, ...like, ...where, ...when, ...handling, ...conditions].filter(Boolean).join(' ');
