import type { FastenerKind } from './fasteners';

/** A published torque value as a book or a part's sheet states it. */
export interface BookValue {
  readonly fastener: FastenerKind;
  /** N·m; a range has both ends, a single value has them equal. */
  readonly minNm: number;
  readonly maxNm: number;
  /** As written on the paper. */
  readonly value: number;
  readonly valueMax?: number | undefined;
  readonly unit: string;
  /** The thread the value is for, e.g. "M10×1.25". */
  readonly thread?: string | undefined;
  /** "dry", "oiled" … as stated. */
  readonly condition?: string | undefined;
  readonly source: string;
  readonly publisher: 'vehicle maker' | 'part maker';
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
 */
export function ruleTorque(
  fastener: FastenerKind,
  vehicleBook: readonly BookValue[],
  partSheet: readonly BookValue[],
  fittedThread?: string,
): Ruling {
  const lockedOut: { value: BookValue; why: string }[] = [];
  const fits = (v: BookValue) => {
    if (v.fastener !== fastener) return false;
    if (fittedThread && v.thread && v.thread !== fittedThread) {
      lockedOut.push({ value: v, why: `It is for ${v.thread}; ${fittedThread} is fitted.` });
      return false;
    }
    return true;
  };
  const part = partSheet.filter(fits);
  const vehicle = vehicleBook.filter(fits);
  const value = part[0] ?? vehicle[0];
  if (!value) return { kind: 'unpublished', lockedOut };
  return { kind: 'value', value, lockedOut };
}
