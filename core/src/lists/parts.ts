import { own } from '../error';
import {
  CATALOGUE_COLUMNS,
  CATALOGUE_MUST,
  catalogueRow,
  PART_FIELDS,
  readCatalogueRow,
  SOLD,
  type CatalogueContext,
  type Part,
} from '../parts';
import { inDialect } from '../text';
import type { ListColumn, ListContext, ListOf } from './list';

/** How others head what ours do not. */
const HEADS: Readonly<Record<string, readonly string[]>> = {
  number: ['part number', 'part no', 'article', 'article number', 'sku', 'item', 'item number', 'code', 'no'],
  kind: ['type', 'category', 'group', 'product group'],
  name: ['description', 'title', 'article name', 'part', 'part name'],
  supplier: ['maker', 'brand', 'manufacturer', 'vendor', 'from'],
  price: ['unit price', 'cost', 'list price', 'net price', 'amount'],
  source: ['list', 'price list', 'catalogue', 'catalog'],
  stock: ['on shelf', 'quantity', 'qty', 'in stock', 'on hand'],
  delivery: ['lead time', 'delivery time'],
  'listed for': ['fits', 'applications', 'vehicles'],
};
const SAYS: Readonly<Record<string, string>> = {
  number: 'its own',
  kind: SOLD.join(', '),
  name: 'what it is',
  supplier: 'who sells it',
  price: 'a number in the shop’s currency',
  source: 'which list or page this stands on',
  currency: 'the shop’s',
  'listed for': 'types and axles, as in “Hoy 4 front”, with “;” between',
  torque: 'as in “link-upper-nut: 48 N·m, M10×1.25”',
  'torque source': 'where it is written, if not in the source',
};
const fieldName = (id: string): string => {
  const f = PART_FIELDS.find((x) => x.id === id);
  return f ? inDialect(f.name).toLowerCase() : '';
};
const context = (c: ListContext): CatalogueContext => ({
  currency: c.currency,
  typeId: (name) => c.types.get(name)?.id,
  typeName: (id) => c.typeName(id),
});

export const PART_LIST: ListOf<Part> = {
  id: 'parts',
  title: 'Parts',
  line: 'number',
  columns: CATALOGUE_COLUMNS.map((id): ListColumn => {
    const heads = own(HEADS, id);
    return {
      id,
      says: own(SAYS, id) ?? fieldName(id),
      ...(CATALOGUE_MUST.includes(id) ? { must: true } : {}),
      ...(heads ? { heads } : {}),
      ...(id === 'kind' ? { picks: () => SOLD } : {}),
    };
  }),
  read: (cells, c) => readCatalogueRow(cells, context(c)),
  cells: (p, c) => catalogueRow(p, context(c)),
  key: (p) => p.id,
  name: (p) => `${p.name} (${p.id})`,
  examples: [
    {
      number: 'EXAMPLE-1',
      kind: SOLD[0]!,
      name: 'Front link',
      supplier: 'whoever sells it',
      price: '24.50',
      source: 'which list',
      length: '305 mm',
      stock: '2',
    },
    {
      number: 'EXAMPLE-2',
      kind: 'frame bushing',
      name: 'Bar bushing, 22 mm',
      supplier: 'whoever sells it',
      price: '6.90',
      source: 'which list',
      bore: '22 mm',
    },
  ],
};
