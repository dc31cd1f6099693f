import type { Queryable } from '../db/pool';

/** A table as the archive holds it. */
export interface Table {
  readonly name: string;
  /** What is stored; what the database works out of it is left out. */
  readonly columns: readonly string[];
  /** What puts its rows in one order, whoever reads them. */
  readonly order: readonly string[];
  /** Bytes that go into files of their own. */
  readonly bytes: string | undefined;
  /** Counts itself up: set behind its last after a restore. */
  readonly counts: string | undefined;
}

/** What is of this database alone and of no shop: which migrations it had, who guessed wrong PINs a while ago, an unused code, what other programs
 * follow (their cursors are of the database they came from). */
const LEFT_OUT = ['migration', 'pin_try', 'first_run', 'event', 'event_log'];

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;
export const ident = quoted;

/** Every table of the shop, each after those it refers to, as the database itself says. */
export async function tablesOf(db: Queryable): Promise<Table[]> {
  const { rows } = await db.query<Table & { after: string[] }>(
    `SELECT c.relname AS name,
            (SELECT json_agg(a.attname ORDER BY a.attnum) FROM pg_attribute a
              WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = '') AS columns,
            (SELECT a.attname FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attidentity <> '' LIMIT 1) AS counts,
            (SELECT a.attname FROM pg_attribute a WHERE a.attrelid = c.oid AND c.relname = 'attachment' AND a.attname = 'bytes') AS bytes,
            coalesce((SELECT json_agg(a.attname ORDER BY k.n) FROM pg_index i CROSS JOIN LATERAL unnest(i.indkey) WITH ORDINALITY AS k(att, n)
                        JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attnum = k.att
                       WHERE i.indrelid = c.oid AND i.indisprimary), '[]') AS "order",
            coalesce((SELECT json_agg(DISTINCT f.confrelid::regclass::text) FROM pg_constraint f
                       WHERE f.conrelid = c.oid AND f.contype = 'f' AND f.confrelid <> c.oid), '[]') AS after
       FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
      WHERE n.nspname = 'public' AND c.relkind = 'r' AND c.relname <> ALL($1) ORDER BY c.relname`,
    [LEFT_OUT],
  );
  const out: Table[] = [];
  const left = new Map(rows.map((r) => [r.name, r]));
  while (left.size > 0) {
    const next = [...left.values()].find((t) => t.after.every((a) => !left.has(a)));
    if (!next) throw new Error(`These tables refer to each other in a ring: ${[...left.keys()].join(', ')}.`);
    left.delete(next.name);
    const { after: _, ...t } = next;
    // A table without a key of its own: by all it holds.
    out.push({ ...t, order: t.order.length ? t.order : t.columns, bytes: t.bytes ?? undefined, counts: t.counts ?? undefined });
  }
  return out;
}
