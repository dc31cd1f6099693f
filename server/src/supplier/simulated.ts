import { randomBytes } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import type { Db } from '../db/pool';
import type { Asked, Supplier } from './port';

/** How one of the suppliers that ship behaves. Chances are for trying the program, and say nothing of anybody. */
export interface Manner {
  readonly name: string;
  /** Minutes before a ferry that an order must be in by. */
  readonly noticeMin: number;
  /** Chance that it does not answer, that its answer is no answer, that an order comes a ferry later, that another part is sent. */
  readonly silent: number;
  readonly garbled: number;
  readonly late: number;
  readonly wrong: number;
  readonly slowMs: number;
}

/** The ferries that bring parts, by the yard's own clock. */
const FERRIES: readonly (readonly [hour: number, minute: number])[] = [
  [11, 40],
  [16, 5],
];

/** The first ferry after a moment. */
export function nextFerry(after: Date): Date {
  for (let day = 0; ; day++)
    for (const [h, m] of FERRIES) {
      const at = new Date(after);
      at.setDate(at.getDate() + day);
      at.setHours(h, m, 0, 0);
      if (at > after) return at;
    }
}

/** A supplier that ships with the program: its own parts from the catalogue, by the next ferry its notice allows. */
export function simulated(
  db: Db,
  manner: Manner,
  chance: () => number = Math.random,
  now: () => Date = () => new Date(),
): Supplier {
  const arrives = (hours: number): Date =>
    nextFerry(new Date(now().getTime() + manner.noticeMin * 60_000 + Math.max(0, hours - 6) * 3_600_000));
  const own = async (parts: readonly Asked[]) =>
    (
      await db.query<{ id: string; price: number; hours: number }>(
        'SELECT id, price_minor AS price, coalesce(delivery_hours, 24) AS hours FROM part WHERE supplier = $1 AND id = ANY($2)',
        [manner.name, parts.map((p) => p.part)],
      )
    ).rows;
  /** The first of it as another part of its own list and kind: the neighbour on the rack. */
  const mistaken = async ([first, ...rest]: readonly Asked[]): Promise<readonly Asked[]> => {
    const { rows } = await db.query<{ id: string }>(
      `SELECT o.id FROM part p JOIN part o ON o.supplier = p.supplier AND o.kind = p.kind AND o.id > p.id WHERE p.id = $1 AND p.supplier = $2 ORDER BY o.id LIMIT 1`,
      [first!.part, manner.name],
    );
    return rows[0] ? [{ ...first!, part: rows[0].id }, ...rest] : [first!, ...rest];
  };
  const answering = async (signal: AbortSignal): Promise<void> => {
    // It hangs up only when the caller does.
    if (chance() < manner.silent) await wait(60_000, undefined, { signal });
    await wait(manner.slowMs, undefined, { signal });
  };
  return {
    name: manner.name,
    simulated: true,
    async ask(parts, signal) {
      await answering(signal);
      if (chance() < manner.garbled) return { error: 'stock system restarting' };
      return (await own(parts)).map((p) => ({
        part: p.id,
        priceMinor: p.price,
        stock: 4 + Math.floor(chance() * 20),
        promised: arrives(p.hours).toISOString(),
      }));
    },
    async order(parts, signal) {
      await answering(signal);
      const known = await own(parts);
      const promised = arrives(Math.max(0, ...known.map((p) => p.hours)));
      const late = chance() < manner.late;
      const sent = chance() < manner.wrong ? await mistaken(parts) : parts;
      const number = `${manner.name.charAt(0)}-${randomBytes(3).toString('hex').toUpperCase()}`;
      await db.query(
        'INSERT INTO simulated_order (number, supplier, lines, promised, moved_to, why, sent) VALUES ($1,$2,$3,$4,$5,$6,$7)',
        [
          number,
          manner.name,
          JSON.stringify(parts),
          promised,
          late ? nextFerry(promised) : null,
          late ? 'the ferry did not take it' : '',
          JSON.stringify(sent),
        ],
      );
      return { number, promised: promised.toISOString() };
    },
    async status(number, signal) {
      await answering(signal);
      const { rows } = await db.query<{ promised: Date; movedTo: Date | null; why: string; sent: Asked[] }>(
        'SELECT promised, moved_to AS "movedTo", why, sent FROM simulated_order WHERE number = $1 AND supplier = $2',
        [number, manner.name],
      );
      const o = rows[0];
      if (!o) return { error: 'no such order' };
      return { promised: (o.movedTo ?? o.promised).toISOString(), why: o.why, sent: o.sent };
    },
  };
}

/**
 * Those that ship: one near and prompt, one cheaper that is late or out of reach now and then.
 * @param moods whether they are ever late or silent; off where somebody needs to know what comes
 */
export const shipped = (db: Db, moods = true): Supplier[] =>
  MANNERS.map((m) => simulated(db, moods ? m : { ...m, silent: 0, garbled: 0, late: 0, wrong: 0 }));

const MANNERS: readonly Manner[] = [
  { name: 'Norland Factors', noticeMin: 45, silent: 0.02, garbled: 0, late: 0.1, wrong: 0.05, slowMs: 120 },
  { name: 'Breck & Daughter', noticeMin: 90, silent: 0.08, garbled: 0.05, late: 0.25, wrong: 0.12, slowMs: 350 },
];
