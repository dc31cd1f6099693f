import type { VehicleTypeSpec } from '../vehicle';
import { STRUT_TYPE } from '.';
import { guessMatch, readingList, tableOf, type ListContext, type ListMatch, type ListOf, type WrongLine } from '../lists';

/** A shop with two types. */
export function listContext(more: Partial<VehicleTypeSpec> = {}): ListContext {
  const types = new Map(
    [
      ['Hoy 4', 't1'],
      ['Sea, dog', 't2'],
    ].map(([name, id]) => [name!, { id: id!, spec: { ...STRUT_TYPE, ...more, name: name! } }]),
  );
  const names = new Map([...types].map(([name, { id }]) => [id, name]));
  return { currency: 'EUR', unit: 'km', year: 2026, types, typeNames: [...types.keys()], typeName: (id) => names.get(id) };
}

/** All of a list at once, by the columns as they are guessed. */
export function readList<T>(list: ListOf<T>, rows: readonly (readonly string[])[], c: ListContext, match?: ListMatch) {
  const file = tableOf(rows);
  const all = [...readingList(list, file, match ?? guessMatch(list.columns, file.heads), c)];
  return {
    read: all.flatMap((r) => ('is' in r ? [r.is] : [])),
    wrong: all.filter((r): r is WrongLine => 'what' in r),
    examples: all.filter((r) => 'example' in r).length,
  };
}
