import { ENTRY_KINDS, ENTRY_SPECS, METRIC, ROLES, sayEntry, type Entry, type EntryKind } from '@ash-knot/core';
import { entry, entryBodies, exampleOf } from '.';

const words = {
  joint: (id: string) => id,
  fastener: (id: string) => id,
  piece: (id: string) => id,
  say: (t: string) => t,
  zone: 'UTC',
  measures: METRIC,
  parts: (ids: readonly string[]) => ids.join(),
  step: (id: string) => id,
};
const line = (kind: EntryKind) => ({
  id: '0193a000-0000-7000-8000-000000000001',
  job: '0193a000-0000-7000-8000-000000000002',
  kind,
  version: ENTRY_SPECS[kind].version,
  body: exampleOf(kind),
  by: 'ann',
  at: '2026-11-25T09:00:00.000Z',
});

test('every kind has a schema, and there is none without a kind', () => {
  expect(Object.keys(entryBodies).sort()).toEqual([...ENTRY_KINDS].sort());
});

describe.each(ENTRY_KINDS)('%s', (kind) => {
  test('its schema takes a body of its type and strips nothing of it', () => {
    expect(entry.parse(line(kind))).toEqual(line(kind));
  });
  test('somebody may write it, and nobody who is no role', () => {
    const { who } = ENTRY_SPECS[kind];
    expect(who.length).toBeGreaterThan(0);
    for (const role of who) expect(ROLES).toContain(role);
  });
  test('it has a sentence', () => {
    expect(sayEntry(line(kind) as unknown as Entry, words)).toMatch(/\S/);
    expect(sayEntry(line(kind) as unknown as Entry, words)).not.toMatch(/undefined|NaN|\[object/);
  });
  test('a body of an older version that has nothing of its shape is refused in words, and throws nothing', () => {
    const { version } = ENTRY_SPECS[kind];
    for (const body of [null, 'x', 7, [], {}])
      for (let v = 1; v < version; v++) expect(entry.safeParse({ ...line(kind), version: v, body }).success).toBe(false);
  });
  test('every older version has its upcast, and there is none beyond', () => {
    const { version, upcasts } = ENTRY_SPECS[kind];
    expect(Object.keys(upcasts).map(Number)).toEqual(Array.from({ length: version - 1 }, (_, i) => i + 1));
  });
});
