import { readWords, SIDES } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { containing, wordsOf } from './queries';

/** So many jobs are found by what was said of them. */
const MOST = 6;
/** A word that is shorter may end in an s of its own. */
const PLURAL = 4;

/** The ways in which a word may stand in a complaint: as it was typed, one of several, and as it is ticked. */
function waysOf(word: string): string[] {
  const [side] = SIDES;
  const read = readWords(word, side);
  const ticked = [...read.character, ...read.when, ...read.handling, ...read.conditions, ...read.where];
  const one = word.length > PLURAL && word.endsWith('s') ? [word.slice(0, -1)] : [];
  return [...new Set([word, ...one, ...ticked])];
}

export interface SaidHit {
  readonly job: string;
  readonly open: boolean;
  readonly plate: string;
  readonly typeName: string;
  readonly day: string;
  /** The customer's words, else what was ticked. */
  readonly said: string;
}

/**
 * Jobs by what their customer said: "clonks", "thuds chapel". Each of the words stands in the complaint, or in the vehicle's
 * plate, owner or type; at least one in the complaint. The newest first.
 */
export async function searchSaid(db: Queryable, q: string): Promise<SaidHit[]> {
  const words = wordsOf(q).filter((w) => w.length > 2);
  if (words.length === 0) return [];
  const ways = words.map(waysOf);
  const patterns = ways.flat().map(containing);
  let at = 1;
  const inSaid = ways.map((w) => `(${w.map(() => `s.search LIKE $${++at}`).join(' OR ')})`);
  // The word itself, of a plate or an owner: the first of its ways.
  let first = 2;
  const each = inSaid.map((said, i) => {
    const p = `$${first}`;
    first += ways[i]!.length;
    return `(${said} OR v.search LIKE ${p} OR lower(v.plate_key) LIKE ${p})`;
  });
  const { rows } = await db.query<SaidHit>(
    `SELECT j.id AS job, j.closed_at IS NULL AS open, v.plate, t.name AS "typeName", to_char(j.opened_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS day,
            CASE WHEN s.words <> '' THEN s.words ELSE s.search END AS said
       FROM said s JOIN job j ON j.id = s.job_id JOIN vehicle v ON v.id = j.vehicle_id JOIN vehicle_type t ON t.id = v.type_id
      WHERE s.kind = 'complaint' AND NOT s.struck AND v.away_at IS NULL AND (${inSaid.join(' OR ')}) AND ${each.join(' AND ')}
      ORDER BY j.opened_at DESC, j.id LIMIT $1`,
    [MOST, ...patterns],
  );
  return rows.filter((r, i) => rows.findIndex((x) => x.job === r.job) === i);
}
