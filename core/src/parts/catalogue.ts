import { BadInput, oneOf, own } from '../error';
import { parseThread } from '../thread';
import { FASTENER_KINDS, readBookValue, type BookValue, type FastenerKind } from '../torque';
import { amountOf } from '../text';
import { AXLES, type AxleEnd } from '../vehicle';
import { PART_FIELDS, partFields, type PartField, type PartText } from './form';
import { readPartText } from './part-text';
import { PART_KINDS, type Part, type PartKind } from './part';

/** What a list must say of each of its parts. */
export const CATALOGUE_MUST: readonly string[] = ['number', 'kind', 'name', 'supplier', 'price', 'source'];
const MAY = ['currency', 'listed for', 'torque', 'torque source'] as const;

/** What is sold: the old part on again is in no list. */
export const SOLD = PART_KINDS.filter((k) => k !== 'refit');

/** Columns of a catalogue as a table, one part a line: in CSV as its head, in JSON as the names. */
export const CATALOGUE_COLUMNS: readonly string[] = [...CATALOGUE_MUST, ...MAY, ...PART_FIELDS.map((f) => f.id)];

/** What is said of each kind of part: a list of a hundred thousand asks for it as often. */
const FIELDS_OF = Object.fromEntries(PART_KINDS.map((k) => [k, partFields(k)])) as unknown as Readonly<
  Record<PartKind, readonly PartField[]>
>;

/** One line of a list: what it says, by column. What is empty is not said. */
export type CatalogueRow = Readonly<Partial<Record<string, string>>>;

/** What a list is read against. */
export interface CatalogueContext {
  /** The shop's currency: a list is in that, or it is wrong. */
  readonly currency: string;
  /** A type of the file by its name, as it is written. */
  typeId(name: string): string | undefined;
  typeName(id: string): string | undefined;
}

/** "link-upper-nut: 48–54 N·m, M10×1.25, dry" for each fastener its maker publishes a torque of. */
const sayTorque = (v: BookValue): string => {
  // Every digit, as it was written: a table is read again.
  const value = `${v.value}${v.valueMax === undefined ? '' : `–${v.valueMax}`} ${v.unit}`;
  return `${v.fastener}: ${[value, v.thread, v.condition].filter(Boolean).join(', ')}`;
};

function readTorque(text: string, source: string): BookValue {
  const [name, said = ''] = text.split(/:\s*(.*)/s);
  const fastener = FASTENER_KINDS.find((k): k is FastenerKind => k === name?.trim());
  if (!fastener) throw new BadInput('torque', `must begin with a fastener, one of ${FASTENER_KINDS.join(', ')}, and “:”`, text);
  const [value = '', ...rest] = said.split(/,\s+/);
  const thread = rest.find((t) => /\d/.test(t));
  const condition = rest.find((t) => !/\d/.test(t));
  const read = readBookValue(
    value,
    source,
    { fastener, publisher: 'part maker', thread: thread && parseThread(thread, 'torque').name },
    'torque',
  );
  return condition ? { ...read, condition } : read;
}

function readFits(text: string, c: CatalogueContext): Part['fits'] {
  return text
    .split(';')
    .map((t) => t.trim())
    .filter(Boolean)
    .map((t) => {
      const end = AXLES.find((a): a is AxleEnd => t.endsWith(` ${a}`));
      const typeId = end && c.typeId(t.slice(0, -end.length - 1));
      if (!end || !typeId)
        throw new BadInput(
          'listed for',
          'must be a type of the file and its axle, as in “Hoy 4 front”; with “;” between several',
          t,
        );
      return { typeId, axle: end };
    });
}

/** A part as a line of a catalogue: read again it is the same part. */
export function catalogueRow(p: Part, c: CatalogueContext): CatalogueRow {
  const head: CatalogueRow = {
    number: p.id,
    kind: p.kind,
    name: p.name,
    supplier: p.supplier,
    price: amountOf(p.priceMinor, p.currency),
    source: p.source,
    currency: p.currency,
    'listed for': p.fits.map((f) => `${c.typeName(f.typeId) ?? f.typeId} ${f.axle}`).join('; '),
    torque: p.torque.map(sayTorque).join('; '),
    'torque source': [...new Set(p.torque.map((v) => v.source))].filter((s) => s !== p.source).join('; '),
  };
  const fields = FIELDS_OF[p.kind].flatMap((f) => {
    const t = f.of(p);
    return t === undefined ? [] : [[f.id, t]];
  });
  return { ...head, ...Object.fromEntries(fields) };
}

/**
 * A part from a line of a catalogue. What its cells do not say stays unknown.
 * @throws BadInput naming the column and its bound
 */
export function readCatalogueRow(row: CatalogueRow, c: CatalogueContext): Part {
  const cell = (column: string, most = 400): string => {
    const t = own(row, column)?.trim() ?? '';
    if (t.length > most) throw new BadInput(column, `must have at most ${most} letters`, `${t.slice(0, 20)} …`);
    return t;
  };
  for (const column of CATALOGUE_MUST) if (!cell(column)) throw new BadInput(column, 'is empty');
  const kind = oneOf('kind', cell('kind'), SOLD);
  const currency = cell('currency') || c.currency;
  if (currency !== c.currency) throw new BadInput('currency', `must be ${c.currency}, the shop’s`, currency);
  const fields = new Set(partFields(kind).map((f) => f.id));
  const stray = PART_FIELDS.find((f) => !fields.has(f.id) && cell(f.id));
  if (stray) throw new BadInput(stray.id, `is not said of a ${kind}`, cell(stray.id));
  const part = readPartText(
    {
      id: cell('number', 60),
      kind,
      name: cell('name', 120),
      supplier: cell('supplier', 80),
      price: cell('price'),
      currency,
      torque: '',
      source: cell('source', 120),
      fits: readFits(cell('listed for'), c),
    },
    row as PartText,
  );
  const torque = cell('torque')
    .split(';')
    .filter((t) => t.trim())
    .map((t) => readTorque(t.trim(), cell('torque source') || part.source));
  return { ...part, torque };
}

/** A part as the cells of a whole line: every column there is, so that a list can be written before its end is known. */
export function catalogueCells(p: Part, c: CatalogueContext): string[] {
  const row = catalogueRow(p, c);
  return CATALOGUE_COLUMNS.map((h) => own(row, h) ?? '');
}
