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

/** A finite number above zero, or BadInput. */
export function positive(field: string, x: number, unit = ''): number {
  finite(field, x);
  if (x <= 0) throw new BadInput(field, `must be more than 0${unit ? ` ${unit}` : ''}`, x);
  return x;
}

/** A finite number within [lo, hi], or BadInput. */
export function within(field: string, x: number, lo: number, hi: number, unit = ''): number {
  finite(field, x);
  if (x < lo || x > hi) {
    throw new BadInput(field, `must be between ${lo} and ${hi}${unit ? ` ${unit}` : ''}`, x);
  }
  return x;
}
