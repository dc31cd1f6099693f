/** Rows by what they are about, in their order: asked once for every joint, so that a tape is read once and not once a joint. */
export function grouped<T, K>(rows: readonly T[], about: (row: T) => K): ReadonlyMap<K, readonly T[]> {
  const out = new Map<K, T[]>();
  for (const row of rows) {
    const key = about(row);
    const here = out.get(key);
    if (here) here.push(row);
    else out.set(key, [row]);
  }
  return out;
}
