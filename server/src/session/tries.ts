import { inTransaction, type Db } from '../db/pool';
import { HttpProblem } from '../http/problem';
import { hashPin, pinMatches } from './pin';

/** Who tries a PIN: a device that is signed in, or an address where none is. */
export type Source = { readonly device: string } | { readonly address: string };

/** Wrong ones that are free; after that the lock begins with a minute and doubles, up to an hour. */
const FREE = { device: 5, address: 5, door: 60 } as const;
const LONGEST_S = 3600;
const nobody = hashPin('no PIN is ever this');

interface Count {
  readonly source: string;
  readonly free: number;
}

/** An address is counted by itself, and with all the others: guessing from many addresses closes the door to new devices, never a signed-in one. */
const countsOf = (s: Source): Count[] =>
  'device' in s
    ? [{ source: `device ${s.device}`, free: FREE.device }]
    : [
        { source: `address ${s.address}`, free: FREE.address },
        { source: 'door', free: FREE.door },
      ];

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
    for (const { source, free } of counts) {
      const taken = await tx.query(
        `INSERT INTO pin_try AS t (person_id, source, failed) VALUES ($1, $2, 1)
         ON CONFLICT (person_id, source) DO UPDATE SET failed = t.failed + 1, tried_at = now(),
           locked_until = CASE WHEN t.failed + 1 >= $3::int THEN now() + make_interval(secs => least($4::float8, 60 * power(2, least(20, t.failed + 1 - $3::int)))) END
         WHERE t.locked_until IS NULL OR t.locked_until <= now()`,
        [person, source, free, LONGEST_S],
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
    await db.query('DELETE FROM pin_try WHERE person_id = $1 AND source = ANY($2)', [
      person,
      counts.slice(0, 1).map((c) => c.source),
    ]);
    // The door's count is everybody's: one right one takes back only what it took.
    await db.query(
      `UPDATE pin_try SET failed = greatest(0, failed - 1), locked_until = CASE WHEN failed - 1 >= $3::int THEN locked_until END
        WHERE person_id = $1 AND source = ANY($2)`,
      [person, counts.slice(1).map((c) => c.source), FREE.door],
    );
    return;
  }
  throw new HttpProblem(403, 'wrong-pin', 'That PIN is not right.', { fields: [{ field: 'pin', message: 'is not right' }] });
}
