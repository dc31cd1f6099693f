export { own } from './own';
/**
 * The one error of core: bad input, naming the field and the bound it broke.
 * Functions throw it; edges that want a value use `attempt`.
 */
export class BadInput extends Error {
  constructor(
    /** Which input is wrong, in the field's words, e.g. "lever length". */
    readonly field: string,
    /** The bound it broke, as words after the field: "must be more than 0 mm". */
    readonly bound: string,
    /** What was given, as given. */
    readonly given?: unknown,
  ) {
    super(`The ${field} ${bound}${given === undefined ? '' : ` (given: ${String(given)})`}.`);
    this.name = 'BadInput';
  }
}

export type Attempt<T> = { ok: true; value: T } | { ok: false; error: BadInput };

/** Runs `f`, turning a thrown BadInput into a value; any other error is a defect and goes on up. */
export function attempt<T>(f: () => T): Attempt<T> {
  try {
    return { ok: true, value: f() };
  } catch (e) {
    if (e instanceof BadInput) return { ok: false, error: e };
    throw e;
  }
}

/** A finite number, or BadInput. Guards every numeric entry point so that NaN never travels. */
export function finite(field: string, x: number): number {
  if (!Number.isFinite(x)) throw new BadInput(field, 'must be a number', x);
  return x;
}

/** Finite numbers, all of them, or BadInput: a point, a list of readings. */
export function finiteAll<T extends ArrayLike<number>>(field: string, xs: T): T {
  for (let i = 0; i < xs.length; i++) finite(field, xs[i]!);
  return xs;
}

/** A finite number above zero, or BadInput. */
export function positive(field: string, x: number, unit = ''): number {
  finite(field, x);
  if (x <= 0) throw new BadInput(field, `must be more than 0${unit ? ` ${unit}` : ''}`, x);
  return x;
}

/** A finite number within [lo, hi], or BadInput. */
export function within(field: string, x: number, lo: number, hi: number, unit = ''): number {
  finite(field, x);
  finite(`least ${field}`, lo);
  finite(`most ${field}`, hi);
  if (x < lo || x > hi) {
    throw new BadInput(field, `must be between ${lo} and ${hi}${unit ? ` ${unit}` : ''}`, x);
  }
  return x;
}

/** A whole number that was written, within [lo, hi], or BadInput; thousands may stand apart. */
export function whole(field: string, text: string, lo: number, hi: number, unit = ''): number {
  finite(`least ${field}`, lo);
  finite(`most ${field}`, hi);
  if (!text.trim()) throw new BadInput(field, 'is empty');
  const given = Number(text.replace(/\s/g, ''));
  if (Number.isNaN(given)) throw new BadInput(field, 'must be a whole number', text);
  const n = within(field, given, lo, hi, unit);
  if (!Number.isInteger(n)) throw new BadInput(field, 'must be a whole number', text);
  return n;
}

/** One of a list, as it is written there, or BadInput. */
export function oneOf<T extends string>(field: string, text: string, list: readonly T[]): T {
  const is = list.find((x) => x === text);
  if (is === undefined) throw new BadInput(field, `must be one of ${list.join(', ')}`, text);
  return is;
}
