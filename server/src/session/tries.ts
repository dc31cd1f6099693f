import type { Guessed } from '@ash-knot/contract';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { HttpProblem } from '../http/problem';
import { iso } from '../ledger/read';
import { hashPin, pinMatches } from './pin';

/** Who tries a PIN: a device that is signed in, or an address where none is. */
export type Source = { readonly device: string } | { readonly address: string };

/**
 * Wrong ones that are free; after that the lock begins with a minute and doubles. One source waits up to an hour; a person's
 * tries over all signed-in devices, and over the door, up to two each: no mix of them comes to ten thousand within a year
 * (`tries.spec`). Two counts, so that whoever guesses at the door never locks out somebody who works at a bay.
 */
export const FREE = { device: 5, address: 5, devices: 20, door: 60 } as const;
export const LONGEST_S = { one: 3600, wide: 7200 } as const;
/** A device that has so many wrong in a row, whoever they are for, is signed out. */
const SIGNED_OUT_AT = 10;
/** So many of a person's are told to the leads. */
const TOLD_AT = 10;
const nobody = hashPin('no PIN is ever this');

interface Count {
  readonly source: string;
  readonly free: number;
  readonly longestS: number;
  /** Over many sources: a right PIN takes back only what it took, and the wait of one is forgotten in as long as the longest. */
  readonly wide: boolean;
}
const one = (source: string, free: number): Count => ({ source, free, longestS: LONGEST_S.one, wide: false });
const wide = (source: 'devices' | 'door'): Count => ({ source, free: FREE[source], longestS: LONGEST_S.wide, wide: true });

/** An address is counted by itself, and with all the others: guessing from many addresses closes the door to new devices, never a signed-in one. */
const countsOf = (s: Source): Count[] =>
  'device' in s
    ? [one(`device ${s.device}`, FREE.device), wide('devices')]
    : [one(`address ${s.address}`, FREE.address), wide('door')];

/**
 * Checks a PIN. A try is counted before it is compared, so that many at once are no more than one after another;
 * a right one gives what it took back. A locked source's PIN is not even compared.
 * @throws HttpProblem 429 when locked, 403 when wrong; the second says so by kind `wrong-pin`
 */
export async function checkPin(db: Db, person: string, pin: string, from: Source): Promise<void> {
  const counts = countsOf(from);
  const hash = await inTransaction(db, async (tx) => {
    const { rows } = await tx.query<{ pin_hash: string }>('SELECT pin_hash FROM person WHERE id = $1 AND active', [person]);
    if (!rows[0]) return undefined;
    for (const { source, free, longestS, wide } of counts) {
      const failed = `greatest(0, t.failed - CASE WHEN $5 THEN floor(extract(epoch FROM now() - t.tried_at) / $4)::int ELSE 0 END) + 1`;
      const taken = await tx.query(
        `INSERT INTO pin_try AS t (person_id, source, failed) VALUES ($1, $2, 1)
         ON CONFLICT (person_id, source) DO UPDATE SET failed = ${failed}, tried_at = now(),
           locked_until = CASE WHEN ${failed} >= $3::int THEN now() + make_interval(secs => least($4::float8, 60 * power(2, least(20, ${failed} - $3::int)))) END
         WHERE t.locked_until IS NULL OR t.locked_until <= now()`,
        [person, source, free, longestS, wide],
      );
      if (taken.rowCount) continue;
      const { rows: locked } = await tx.query<{ s: number }>(
        'SELECT greatest(1, ceil(extract(epoch FROM locked_until - now())))::int AS s FROM pin_try WHERE person_id = $1 AND source = $2',
        [person, source],
      );
      const s = locked[0]?.s ?? 60;
      throw new HttpProblem(429, 'locked', `Too many wrong PINs. Try again in ${s} s.`, { retryAfterS: s });
    }
    return rows[0].pin_hash;
  });
  // Somebody who does not work here takes as long to refuse as somebody who does.
  const right = await pinMatches(pin, hash ?? (await nobody));
  if (hash && right) {
    for (const { source, free, wide } of counts)
      await (wide
        ? db.query(
            `UPDATE pin_try SET failed = greatest(0, failed - 1), locked_until = CASE WHEN failed - 1 >= $3::int THEN locked_until END
              WHERE person_id = $1 AND source = $2`,
            [person, source, free],
          )
        : db.query('DELETE FROM pin_try WHERE person_id = $1 AND source = $2', [person, source]));
    return;
  }
  throw new HttpProblem(403, 'wrong-pin', 'That PIN is not right.', { fields: [{ field: 'pin', message: 'is not right' }] });
}

/** Whether a signed-in device has guessed so often, for whomever, that it is not to stay signed in. */
export async function guesses(db: Queryable, device: string): Promise<boolean> {
  const { rows } = await db.query<{ n: number }>('SELECT coalesce(sum(failed), 0)::int AS n FROM pin_try WHERE source = $1', [
    `device ${device}`,
  ]);
  return rows[0]!.n >= SIGNED_OUT_AT;
}

/** Of whom PINs are being guessed, for the leads: the latest first. */
export async function guessed(db: Queryable): Promise<Guessed[]> {
  const { rows } = await db.query<Guessed>(
    `SELECT t.person_id AS person, p.name, sum(t.failed)::int AS wrong, ${iso('max(t.tried_at)')} AS at
       FROM pin_try t JOIN person p ON p.id = t.person_id
      WHERE t.source IN ('devices', 'door') AND t.tried_at > now() - interval '7 days'
      GROUP BY t.person_id, p.name HAVING sum(t.failed) >= $1 ORDER BY max(t.tried_at) DESC`,
    [TOLD_AT],
  );
  return rows;
}
