/** Formatters are dear to make and cheap to use: one for each number of decimals. */
const FIXED = new Map<number, Intl.NumberFormat>();

/** A number with just so many decimals, a point before them and nothing between thousands: "0.50". */
export function fixed(value: number, digits: number): string {
  let f = FIXED.get(digits);
  if (!f) {
    f = new Intl.NumberFormat('en-GB', {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      useGrouping: false,
    });
    FIXED.set(digits, f);
  }
  return f.format(value);
}

/** A whole number with a thin gap between thousands, as on a service sheet: "148 210". */
export function grouped(value: number): string {
  return GROUPED.formatToParts(value)
    .map((p) => (p.type === 'group' ? ' ' : p.value))
    .join('');
}
const GROUPED = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });
