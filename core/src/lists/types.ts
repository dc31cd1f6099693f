import { BadInput, oneOf, own } from '../error';
import {
  AXLES,
  checkType,
  describe,
  layoutsAt,
  LINK_KINDS,
  TYPE_FIELDS,
  typeFromLayouts,
  type AxleEnd,
  type TypeField,
  type VehicleTypeSpec,
} from '../vehicle';
import { byColumn, textCell } from './cells';
import type { Cells, ListColumn, ListOf } from './list';

const columnOf = (end: AxleEnd, f: TypeField): string => `${end} ${f.id}`;

const columnsAt = (end: AxleEnd): ListColumn[] =>
  TYPE_FIELDS.map((f): ListColumn => {
    const id = columnOf(end, f);
    if (f.id !== 'suspension') return { id, says: 'as the type’s page says it; empty: only usual' };
    const layouts = layoutsAt(end);
    return { id, says: layouts.join(', '), must: true, picks: () => layouts };
  });

/** What a field says of an axle that is not only usual; nothing where it has none. */
function saidOf(type: VehicleTypeSpec, end: AxleEnd, f: TypeField): string {
  const axle = type.axles[end];
  if (!f.stands(axle)) return '';
  return f.assumed && (type.usual ?? []).includes(`${end}.${f.assumed}`) ? '' : f.get(axle);
}

/** A type in a line: its layouts, and of each axle whatever somebody has said. What the line leaves out is usual, and marked so. */
export const TYPE_LIST: ListOf<VehicleTypeSpec> = {
  id: 'types',
  title: 'Types of vehicle',
  line: 'name',
  columns: [
    { id: 'name', says: 'what vehicles of it are called', must: true, heads: ['type', 'model', 'vehicle type', 'vehicle'] },
    ...AXLES.flatMap(columnsAt),
    { id: 'jacking points', says: 'where its maker says it is lifted', must: true, heads: ['lifting points'] },
  ],
  read(cells) {
    const name = textCell(cells, 'name', 80);
    const layout = (end: AxleEnd) => oneOf(`${end} suspension`, own(cells, `${end} suspension`) ?? '', layoutsAt(end));
    let type: VehicleTypeSpec = { ...typeFromLayouts(layout('front'), layout('rear')), name };
    for (const end of AXLES)
      for (const f of TYPE_FIELDS) {
        const text = own(cells, columnOf(end, f));
        if (!text || f.id === 'suspension') continue;
        if (!f.stands(type.axles[end]))
          throw new BadInput(columnOf(end, f), 'is not said of such an axle: is its bar or its link missing?', text);
        const before = type;
        type = byColumn(columnOf(end, f), () => describe(before, end, f.id, text));
      }
    type = { ...type, jackingPoints: textCell(cells, 'jacking points', 400) };
    checkType(type);
    return type;
  },
  cells: (t) =>
    Object.fromEntries<string>([
      ['name', t.name],
      ...AXLES.flatMap((end) => TYPE_FIELDS.map((f): [string, string] => [columnOf(end, f), saidOf(t, end, f)])),
      ['jacking points', t.jackingPoints],
    ]) satisfies Cells,
  key: (t) => t.name.toLowerCase(),
  name: (t) => t.name,
  examples: [
    {
      name: 'Example: small van',
      'front suspension': 'strut',
      'rear suspension': 'twist-beam',
      'front bar': 'links',
      'front bar.diameter': '22 mm',
      'front link.kind': LINK_KINDS[0],
      'front link.length': '305 mm',
      'jacking points': 'sill seams, as its book shows',
    },
    {
      name: 'Example: flatbed',
      'front suspension': 'double-arm',
      'rear suspension': 'solid-axle',
      'front bar': 'links',
      'jacking points': 'the frame, before the springs',
    },
  ],
};
