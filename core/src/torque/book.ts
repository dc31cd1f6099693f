import { BadInput, within } from '../error';
import type { Given, Held, SchemaKit } from '../schema';
import { convert, parseRange, trimmed } from '../units';
import { FASTENER_KINDS, type FastenerKind } from './fasteners';

export const WHEEL_MATERIALS = ['steel', 'alloy'] as const;
export type WheelMaterial = (typeof WHEEL_MATERIALS)[number];

/** The schema of a published torque value. */
export const bookValueSchema = ({ z, text }: SchemaKit) =>
  z
    .object({
      fastener: z.enum(FASTENER_KINDS),
      /** N·m; a range has both ends, a single value has them equal. */
      minNm: z.number().positive().max(1000),
      maxNm: z.number().positive().max(1000),
      /** As written on the paper. */
      value: z.number().positive().max(9000),
      valueMax: z.number().positive().max(9000).optional(),
      unit: text(12).min(1),
      /** The thread the value is for, e.g. "M10×1.25". */
      thread: text(20).optional(),
      /** "dry", "oiled" … as stated. */
      condition: text(40).optional(),
      source: text(120).min(1),
      /** Of wheel nuts: for wheels of this only, where the maker tells them apart. */
      wheel: z.enum(WHEEL_MATERIALS).optional(),
      publisher: z.enum(['vehicle maker', 'part maker']),
    })
    .refine((v) => v.maxNm >= v.minNm, { error: 'must not be less than the lower end', path: ['maxNm'] });
/** A published torque value as a book or a part's sheet states it. */
export type BookValue = Held<Given<typeof bookValueSchema>>;

/** As it stands on the paper: "54 N·m", "83–112 lbf·ft". */
export const sayBookValue = (v: BookValue): string =>
  `${trimmed(v.value, 1)}${v.valueMax !== undefined && v.valueMax !== v.value ? `–${trimmed(v.valueMax, 1)}` : ''} ${v.unit}`;

/** What a torque of this trade may be, N·m: less or more is a slip of the finger. */
const BOUNDS_NM = [1, 1000] as const;

/**
 * A published value as somebody read it off a paper, a range as a range.
 * @param field the field's name for the error
 * @throws BadInput naming the field; where its unit is missing; or the source: a value needs where it is written.
 */
export function readBookValue(
  text: string,
  source: string,
  of: Pick<BookValue, 'fastener' | 'publisher' | 'thread'>,
  field = 'published value',
): BookValue {
  // 65 of what? On one paper it is N·m, on the next lbf·ft: nobody guesses.
  if (/\d/.test(text) && !/\p{L}/u.test(text)) throw new BadInput(field, 'needs its unit: N·m or lbf·ft', text);
  const { min, max } = parseRange(text, 'torque', { field });
  for (const q of [min, max]) within(field, q.si, ...BOUNDS_NM, 'N·m');
  if (!source.trim()) throw new BadInput('source of the value', 'is empty: a value needs where it is written');
  return {
    fastener: of.fastener,
    minNm: min.si,
    maxNm: max.si,
    value: min.unit === max.unit ? min.value : convert(min.si, 'N·m', max.unit, 'torque'),
    ...(max.si > min.si ? { valueMax: max.value } : {}),
    unit: max.unit,
    ...(of.thread ? { thread: of.thread } : {}),
    source: source.trim(),
    publisher: of.publisher,
  };
}

export type Ruling =
  | {
      readonly kind: 'value';
      readonly value: BookValue;
      readonly lockedOut: readonly { value: BookValue; why: string }[];
    }
  | { readonly kind: 'unpublished'; readonly lockedOut: readonly { value: BookValue; why: string }[] };

/**
 * Which published value rules a fastener. The maker of the part rules its own joint when it publishes
 * a value; else the vehicle's maker. A value whose thread differs from the one fitted is locked out
 * (common practice, no source). Never invents a value: none left means "unpublished".
 * @param fittedThread thread of the hardware that is fitted now, when known
 * @param partThread thread of the part itself, when its maker or somebody with a gauge said it: only that locks
 *   a value of the part's own maker out, because such a value is for the hardware that came with it
 */
export function ruleTorque(
  fastener: FastenerKind,
  vehicleBook: readonly BookValue[],
  partSheet: readonly BookValue[],
  fittedThread?: string,
  partThread?: string,
): Ruling {
  const lockedOut: { value: BookValue; why: string }[] = [];
  const fits = (thread: string | undefined) => (v: BookValue) => {
    if (v.fastener !== fastener) return false;
    if (thread && v.thread && v.thread !== thread) {
      lockedOut.push({ value: v, why: `It is for ${v.thread}; ${thread} is fitted.` });
      return false;
    }
    return true;
  };
  const part = partSheet.filter(fits(partThread));
  // What the part's own sheet says its thread is stands against the vehicle's book.
  const vehicle = vehicleBook.filter(fits(part[0]?.thread ?? fittedThread));
  const value = part[0] ?? vehicle[0];
  if (!value) return { kind: 'unpublished', lockedOut };
  return { kind: 'value', value, lockedOut };
}
