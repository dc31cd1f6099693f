/** A dimension line as draughtsmen draw it: two extension lines, arrows between them, its word beside. px. */
export interface Dimension {
  readonly key: string;
  readonly d: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly text: string;
}

const ARROW = 6;
const n = (v: number) => Math.round(v * 10) / 10;

/** Across, at a height; extension lines come from `from`. Too narrow for its arrows, they point in from outside. */
export function across(key: string, x1: number, x2: number, y: number, from: number, text: string): Dimension {
  const [a, b] = [Math.min(x1, x2), Math.max(x1, x2)];
  const s = b - a > 3 * ARROW ? 1 : -1;
  const out = s < 0 ? `M${n(a - 14)} ${y}H${n(a)}M${n(b)} ${y}H${n(b + 14)}` : `M${n(a)} ${y}H${n(b)}`;
  const head = (x: number, dir: number) => `M${n(x + dir * ARROW)} ${y - 3}L${n(x)} ${y}L${n(x + dir * ARROW)} ${y + 3}`;
  const past = Math.sign(y - from) * 4;
  return {
    key,
    d: `M${n(a)} ${from}V${y + past}M${n(b)} ${from}V${y + past}${out}${head(a, s)}${head(b, -s)}`,
    x: (a + b) / 2,
    y: y + (y > from ? 15 : -6),
    anchor: 'middle',
    text,
  };
}

/** Upright, at a place from the left; extension lines come from `from`. */
export function upright(key: string, y1: number, y2: number, x: number, from: number, text: string): Dimension {
  const [a, b] = [Math.min(y1, y2), Math.max(y1, y2)];
  const s = b - a > 3 * ARROW ? 1 : -1;
  const out = s < 0 ? `M${x} ${n(a - 14)}V${n(a)}M${x} ${n(b)}V${n(b + 14)}` : `M${x} ${n(a)}V${n(b)}`;
  const head = (y: number, dir: number) => `M${x - 3} ${n(y + dir * ARROW)}L${x} ${n(y)}L${x + 3} ${n(y + dir * ARROW)}`;
  const right = x > from;
  return {
    key,
    d: `M${from} ${n(a)}H${x + (right ? 4 : -4)}M${from} ${n(b)}H${x + (right ? 4 : -4)}${out}${head(a, s)}${head(b, -s)}`,
    x: x + (right ? 7 : -7),
    y: (a + b) / 2 + 4,
    anchor: right ? 'start' : 'end',
    text,
  };
}
