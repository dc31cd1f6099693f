import { BadInput } from '../error';
import { readGauge, type GaugeSpec } from './gauge';
import { parseQuantity } from '../units';

/** One push and pull as a file gives it, in mm beside what was written. */
export interface PairRow {
  readonly first: number;
  readonly second: number;
  readonly unit: 'mm' | 'in';
}

const clean = (rows: readonly (readonly string[])[]): string[][] =>
  rows.map((r) => r.map((c) => c.trim())).filter((r) => r.some((c) => c !== '' && !c.startsWith('#')));

const isHeader = (row: readonly string[]): boolean => row.every((c) => c === '' || !/^[+-]?[\d.,]/.test(c));

/**
 * Pairs of readings from the rows of a file: two columns, pushed and pulled, with or without a header; a
 * unit in the header ("pushed [in]") or behind each number, the same in the whole file.
 * @throws BadInput naming the row, and that units are mixed. Nothing is taken of a file with one bad row.
 */
export function pairsFromRows(rows: readonly (readonly string[])[], gauge: GaugeSpec): PairRow[] {
  const all = clean(rows);
  if (all.length === 0) throw new BadInput('file', 'is empty');
  const head = isHeader(all[0]!) ? all.shift()! : undefined;
  const unitIn = (c: string | undefined) => /\b(mm|in)\b/.exec(c ?? '')?.[1] as 'mm' | 'in' | undefined;
  const headUnits = (head ?? []).map(unitIn).filter((u) => u !== undefined);
  if (new Set(headUnits).size > 1) throw new BadInput('file', `mixes units: ${headUnits.join(' and ')} in its header`);
  if (all.length === 0) throw new BadInput('file', 'has a header and no readings');
  const g = headUnits[0] ? inUnit(gauge, headUnits[0]) : gauge;
  const out = all.map((r, i): PairRow => {
    if (r.length < 2 || r[0] === '' || r[1] === '')
      throw new BadInput(`row ${i + 1}`, 'must have two readings, pushed and pulled');
    const a = readGauge(r[0]!, g, `pushed reading of row ${i + 1}`);
    const b = readGauge(r[1]!, g, `pulled reading of row ${i + 1}`);
    if (a.unit !== b.unit) throw new BadInput(`row ${i + 1}`, `mixes units: ${a.unit} and ${b.unit}`);
    return { first: a.value, second: b.value, unit: a.unit as 'mm' | 'in' };
  });
  const odd = out.findIndex((r) => r.unit !== out[0]!.unit);
  if (odd >= 0) throw new BadInput(`row ${odd + 1}`, `mixes units: ${out[odd]!.unit} where the file began with ${out[0]!.unit}`);
  return out;
}

function inUnit(g: GaugeSpec, unit: 'mm' | 'in'): GaugeSpec {
  if (g.unit === unit) return g;
  const k = unit === 'in' ? 1 / 25.4 : 25.4;
  return { ...g, unit, rangeMax: g.rangeMax * k, resolution: g.resolution * k };
}

/**
 * A loop from the rows of a file: displacement and force, units in the header ("displacement [mm]", "force
 * [N]"), mm and N where it has none.
 * @returns mm and N, in the order of the file
 * @throws BadInput naming the row or the header's unit.
 */
export function loopFromRows(rows: readonly (readonly string[])[]): { x: Float64Array; f: Float64Array } {
  const all = clean(rows);
  if (all.length === 0) throw new BadInput('file', 'is empty');
  const head = isHeader(all[0]!) ? all.shift()! : [];
  const unit = (c: string | undefined, standard: string) => /[[(]\s*([^\])]+?)\s*[\])]/.exec(c ?? '')?.[1] ?? standard;
  const kx = parseQuantity(`1 ${unit(head[0], 'mm')}`, 'length', { field: 'unit of the displacement' }).si;
  const kf = parseQuantity(`1 ${unit(head[1], 'N')}`, 'force', { field: 'unit of the force' }).si;
  const number = (t: string | undefined, i: number, what: string) => {
    const v = Number((t ?? '').replace(',', '.'));
    if (t === undefined || t === '' || !Number.isFinite(v))
      throw new BadInput(`${what} of row ${i + 1}`, 'must be a number', t ?? '');
    return v;
  };
  const x = new Float64Array(all.length);
  const f = new Float64Array(all.length);
  all.forEach((r, i) => {
    x[i] = number(r[0], i, 'displacement') * kx;
    f[i] = number(r[1], i, 'force') * kf;
  });
  return { x, f };
}
