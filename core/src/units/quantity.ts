import { BadInput, finite, within, own } from '../error';
import { DECIMAL, decimalOf } from '../text/numbers';

/**
 * Units at the edges; SI (with mm for lengths, km for distances) inside.
 * Factors are exact: NIST SP 811 (2008), appendix B.
 */
export type Dimension = 'torque' | 'length' | 'force' | 'distance';

/** N·m per lbf·ft: 0.3048 m × 4.4482216152605 N (NIST SP 811, B.8). */
export const NM_PER_LBF_FT = 0.3048 * 4.4482216152605;

interface Unit {
  /** How the unit is printed. */
  readonly symbol: string;
  /** Multiply a value in this unit by this to get the dimension's own unit. */
  readonly factor: number;
  /** Other spellings met on paper, lower case, no spaces. */
  readonly spellings: readonly string[];
}

/** The first unit of each dimension is the one used inside. */
export const UNITS: Record<Dimension, readonly Unit[]> = {
  torque: [
    { symbol: 'N·m', factor: 1, spellings: ['nm', 'n.m', 'n·m', 'n-m', 'n*m', 'newtonmetre', 'newtonmeter'] },
    {
      symbol: 'lbf·ft',
      factor: NM_PER_LBF_FT,
      spellings: [
        'lbf·ft',
        'lbfft',
        'lbf-ft',
        'lbf.ft',
        'lbft',
        'lb-ft',
        'lb·ft',
        'lb.ft',
        'ftlb',
        'ft-lb',
        'ft.lb',
        'ft·lb',
        'ftlbs',
        'ft-lbs',
        'ft·lbf',
        'ftlbf',
        'ft-lbf',
      ],
    },
    {
      symbol: 'lbf·in',
      factor: NM_PER_LBF_FT / 12,
      spellings: [
        'lbf·in',
        'lbfin',
        'lbf-in',
        'lbf.in',
        'lbin',
        'lb-in',
        'lb·in',
        'inlb',
        'in-lb',
        'in·lb',
        'inlbs',
        'in-lbs',
        'in·lbf',
      ],
    },
    {
      symbol: 'kgf·m',
      factor: 9.80665,
      spellings: ['kgf·m', 'kgfm', 'kgf-m', 'kgf.m', 'kgm', 'kg-m', 'kg·m', 'mkg'],
    },
  ],
  length: [
    { symbol: 'mm', factor: 1, spellings: ['mm'] },
    { symbol: 'in', factor: 25.4, spellings: ['in', '"', 'inch', 'inches', '″'] },
    { symbol: 'cm', factor: 10, spellings: ['cm'] },
  ],
  force: [
    { symbol: 'N', factor: 1, spellings: ['n'] },
    { symbol: 'kN', factor: 1000, spellings: ['kn'] },
    { symbol: 'lbf', factor: 4.4482216152605, spellings: ['lbf', 'lb', 'lbs'] },
    { symbol: 'kgf', factor: 9.80665, spellings: ['kgf', 'kg'] },
  ],
  distance: [
    { symbol: 'km', factor: 1, spellings: ['km'] },
    { symbol: 'mi', factor: 1.609344, spellings: ['mi', 'mile', 'miles'] },
  ],
};

/** A value as it was written, beside the same in the dimension's own unit. */
export interface Quantity {
  readonly dimension: Dimension;
  /** In the dimension's own unit: N·m, mm, N or km. */
  readonly si: number;
  readonly value: number;
  readonly unit: string;
}

function unitOf(dimension: Dimension, text: string): Unit | undefined {
  const key = text.toLowerCase().replace(/\s+/g, '');
  return UNITS[dimension].find((u) => u.symbol.toLowerCase() === key || u.spellings.includes(key));
}

/**
 * Converts between two units of one dimension.
 * @throws BadInput when a unit is not of the dimension.
 */
export function convert(value: number, from: string, to: string, dimension: Dimension): number {
  const a = unitOf(dimension, from);
  const b = unitOf(dimension, to);
  if (!a) throw new BadInput(dimension, `has no unit called “${from}”`);
  if (!b) throw new BadInput(dimension, `has no unit called “${to}”`);
  return (finite(dimension, value) * a.factor) / b.factor;
}

/** Makes a quantity from a value and the unit it is written in. */
export function quantity(dimension: Dimension, value: number, unit: string): Quantity {
  const u = unitOf(dimension, unit);
  if (!u) throw new BadInput(dimension, `has no unit called “${unit}”`);
  return { dimension, value: finite(dimension, value), unit: u.symbol, si: value * u.factor };
}

const NUMBER = String.raw`[+-]?(?:\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|${DECIMAL})`;

/** "1 1/2" → 1.5, "3/16" → 0.1875, "12,5" → 12.5; of two separators the last is the decimal one: "1.234,50" → 1234.5. */
function parseNumber(field: string, text: string): number {
  const t = text.trim().replace(/−/g, '-');
  const mixed = /^([+-]?)(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(t);
  if (mixed) {
    const bottom = Number(mixed[4]);
    if (bottom === 0) throw new BadInput(field, 'has a fraction over zero', text);
    const v = Number(mixed[2] ?? 0) + Number(mixed[3]) / bottom;
    return mixed[1] === '-' ? -v : v;
  }
  return decimalOf(t);
}

/**
 * Reads what a person typed into a field: "65 ft-lb", "88Nm", "1 1/2 in", "3/16", "12,5 mm".
 * @param text what was typed
 * @param dimension what the field holds
 * @param options.unit the unit meant when none is written (a bare fraction of length is in inches)
 * @param options.field the field's name for the error
 * @throws BadInput naming the field when it is not a number with a unit of this dimension.
 */
export function parseQuantity(text: string, dimension: Dimension, options: { unit?: string; field?: string } = {}): Quantity {
  const field = options.field ?? dimension;
  const t = text.trim().replace(/−/g, '-');
  if (t === '') throw new BadInput(field, 'is empty');
  const m = new RegExp(`^(${NUMBER})\\s*([^\\d\\s.,].*)?$`).exec(t);
  if (!m)
    throw new BadInput(
      field,
      `must be a number, with a unit if it is not in ${options.unit ?? UNITS[dimension][0]!.symbol}`,
      text,
    );
  const value = parseNumber(field, m[1]!);
  const bareFraction = m[1]!.includes('/') && !m[2] && dimension === 'length';
  const unitText = m[2]?.trim() ?? (bareFraction ? 'in' : (options.unit ?? UNITS[dimension][0]!.symbol));
  const u = unitOf(dimension, unitText);
  if (!u) {
    const known = UNITS[dimension].map((x) => x.symbol).join(', ');
    throw new BadInput(field, `has no unit called “${unitText}” (use ${known})`, text);
  }
  return { dimension, value, unit: u.symbol, si: value * u.factor };
}

/** A value, or a range with one unit for both its ends: "83–112 lbf·ft", "83 to 112", "83 - 112 Nm". */
export interface QuantityRange {
  readonly min: Quantity;
  readonly max: Quantity;
}

/**
 * Reads a value or a range as it stands in a book. A lone value has both ends equal.
 * @param options as for `parseQuantity`; the unit stands after the second number, or after both
 * @throws BadInput naming the field when either end is none, or the first is the larger.
 */
export function parseRange(text: string, dimension: Dimension, options: { unit?: string; field?: string } = {}): QuantityRange {
  const parts = text.trim().split(/\s*(?:–|—|\bto\b|\.\.\.?|(?<=[\d\w·.]\s*)-(?=\s*\d))\s*/u);
  if (parts.length !== 2) {
    const q = parseQuantity(text, dimension, options);
    return { min: q, max: q };
  }
  const max = parseQuantity(parts[1]!, dimension, options);
  const min = parseQuantity(parts[0]!, dimension, { ...options, unit: max.unit });
  if (min.si > max.si) throw new BadInput(options.field ?? dimension, 'is a range whose first number is the larger', text);
  return { min, max };
}

/** The other unit a shop wants beside a value: N·m ↔ lbf·ft, mm ↔ in, km ↔ mi, N ↔ lbf. */
export function otherUnit(dimension: Dimension, unit: string): string {
  const pair: Record<Dimension, [string, string]> = {
    torque: ['N·m', 'lbf·ft'],
    length: ['mm', 'in'],
    force: ['N', 'lbf'],
    distance: ['km', 'mi'],
  };
  const [metric, imperial] = pair[dimension];
  return unit === imperial ? metric : imperial;
}

/** A number with at most `digits` decimals, no trailing zeros. */
export function trimmed(value: number, digits: number): string {
  return String(Number(finite('number to be written', value).toFixed(within('number of digits', digits, 0, 20))));
}

/** How many decimals a shop reads off in a unit. */
const DIGITS: Record<string, number> = {
  'N·m': 1,
  'lbf·ft': 0,
  'lbf·in': 0,
  'kgf·m': 2,
  mm: 2,
  in: 3,
  cm: 2,
  km: 0,
  mi: 0,
  N: 0,
  lbf: 0,
  kN: 2,
  kgf: 1,
};

/** "83–112 lbf·ft": both ends of a range in `unit`; one number where they are the same. */
export function showRange(min: number, max: number, dimension: Dimension, unit = UNITS[dimension][0]!.symbol): string {
  const [a, b] = [show(min, dimension, unit), show(max, dimension, unit)];
  return a === b ? a : `${a.slice(0, -unit.length - 1)}–${b}`;
}

/** "54 N·m": a value of the dimension's own unit, printed in `unit`. */
export function show(si: number, dimension: Dimension, unit = UNITS[dimension][0]!.symbol): string {
  const v = convert(si, UNITS[dimension][0]!.symbol, unit, dimension);
  return `${trimmed(v, own(DIGITS, unit) ?? 2)} ${unit}`;
}

/** A length that was written, mm, within [lo, hi]. @throws BadInput naming the field and its bound */
export const readMm = (field: string, text: string, lo: number, hi: number): number =>
  within(field, parseQuantity(text, 'length', { field }).si, lo, hi, 'mm');
