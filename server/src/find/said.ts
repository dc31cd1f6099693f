import { readWords, SIDES } from '@ash-knot/core';
import type { Queryable } from '../db/pool';
import { containing, wordsOf } from './queries';

/** So many jobs are found by what was said of them. */
const MOST = 6;
/** A word that is shorter may end in an s of its own. */
const PLURAL = 4;

/** The ways in which a word may stand in a complaint: as it was typed, one of several; and as it is ticked. */
function waysOf(word: string): { readonly typed: readonly string[]; readonly ticked: readonly string[] } {
  const [side] = SIDES;
  const read = readWords(word, side);
  const one = word.length > PLURAL && word.endsWith('s') ? [word.slice(0, -1)] : [];
  return {
    typed: [word, ...one],
    ticked: [...new Set([...read.character, ...read.when, ...read.handling, ...read.conditions, ...read.where])],
  };
}

export interface SaidHit {
  readonly job: string;
  readonly open: boolean;
  readonly plate: string;
  readonly typeName: string;
  readonly day: string;
  /** The customer's words, and what was ticked where that was met: "“knocks on the quay cobbles” · dull clunk". */
  readonly said: string;
}

/**
 * Jobs by what their customer said: "clonks", "thuds chapel". Each of the words stands in the complaint, or in the vehicle's
 * plate, owner or type; at least one in the complaint. First where most of them stand as they were typed, then the newest.
 */
export async function searchSaid(db: Queryable, q: string): Promise<SaidHit[]> {
  const words = wordsOf(q).filter((w) => w.length > 2);
  if (words.length === 0) return [];
  const ways = words.map(waysOf);
  const given: unknown[] = [MOST];
  const param = (x: string): string => `$${given.push(containing(x))}`;
  const any = (text: string, patterns: readonly string[]): string => `(${patterns.map((p) => `${text} LIKE ${p}`).join(' OR ')})`;
  const asked = ways.map(({ typed, ticked }) => {
    const t = typed.map(param);
    return {
      typed: any('s.search', t),
      said: any('s.search', [...t, ...ticked.map(param)]),
      vehicle: `v.search LIKE ${t[0]} OR lower(v.plate_key) LIKE ${t[0]}`,
    };
  });
  const { rows } = await db.query<Omit<SaidHit, 'said'> & { words: string; search: string }>(
    `SELECT j.id AS job, j.closed_at IS NULL AS open, v.plate, t.name AS "typeName", to_char(j.opened_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS day,
            s.words, s.search
       FROM said s JOIN job j ON j.id = s.job_id JOIN vehicle v ON v.id = j.vehicle_id JOIN vehicle_type t ON t.id = v.type_id
      WHERE s.kind = 'complaint' AND NOT s.struck AND v.away_at IS NULL
        AND (${asked.map((a) => a.said).join(' OR ')}) AND ${asked.map((a) => `(${a.said} OR ${a.vehicle})`).join(' AND ')}
      ORDER BY ${asked.map((a) => `${a.typed}::int`).join(' + ')} DESC, j.opened_at DESC, j.id LIMIT $1`,
    given,
  );
  return rows
    .filter((r, i) => rows.findIndex((x) => x.job === r.job) === i)
    .map(({ words, search, ...r }) => {
      const own = words.toLowerCase();
      const ticked = ways.flatMap((w) =>
        w.typed.some((x) => own.includes(x)) ? [] : w.ticked.filter((x) => search.includes(x) && !own.includes(x)),
      );
      return { ...r, said: [...(words ? [`“${words}”`] : []), ...new Set(ticked)].join(' · ') };
    });
}
