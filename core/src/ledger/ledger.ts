import type { Entry } from './entry';
import { ENTRY_KINDS, ENTRY_SPECS, type EntryBodies, type EntryKind, type EntryKindSpec } from './kinds';

/** How a kind is kept, as its type: a list, the last one, or the last of each key. */
type KeptOf<K extends EntryKind> = (typeof ENTRY_SPECS)[K]['kept'] extends { as: 'all' }
  ? readonly Entry<K>[]
  : (typeof ENTRY_SPECS)[K]['kept'] extends { as: 'latest' }
    ? Entry<K> | undefined
    : ReadonlyMap<string, Entry<K>>;

/** A job's entries, sorted by kind: what stands, as each kind is kept. */
export interface Ledger {
  /** All entries, oldest first; struck ones stay. */
  readonly entries: readonly Entry[];
  readonly struck: ReadonlyMap<string, Entry<'strike'>>;
  readonly kept: { readonly [K in EntryKind]: KeptOf<K> };
  /** Every entry of a kind that stands, oldest first. */
  all<K extends EntryKind>(kind: K): readonly Entry<K>[];
}

/** Sorts entries by kind. @param entries in the order they were received */
export function readLedger(entries: readonly Entry[]): Ledger {
  const struck = new Map<string, Entry<'strike'>>();
  for (const e of entries) if (e.kind === 'strike') struck.set(e.body.entry, e);
  const byKind = new Map<EntryKind, Entry[]>();
  for (const e of entries) {
    if (struck.has(e.id) || e.unread !== undefined) continue;
    const list = byKind.get(e.kind);
    if (list) list.push(e);
    else byKind.set(e.kind, [e]);
  }
  const keep = (kind: EntryKind): unknown => {
    const list = byKind.get(kind) ?? [];
    const { kept } = ENTRY_SPECS[kind] as unknown as EntryKindSpec<EntryBodies[EntryKind]>;
    if (kept.as === 'all') return list;
    if (kept.as === 'latest') return list.at(-1);
    return new Map(list.map((e) => [kept.key(e.body), e]));
  };
  return {
    entries,
    struck,
    kept: Object.fromEntries(ENTRY_KINDS.map((k) => [k, keep(k)])) as unknown as Ledger['kept'],
    all: <K extends EntryKind>(kind: K) => (byKind.get(kind) ?? []) as unknown as readonly Entry<K>[],
  };
}
