import { trimmed } from '../units';
import type { Ruling } from './book';
import { needsPublished, type FastenerKind } from './fasteners';
import { starOrder, WHEEL_STAGES } from './star';

export const TORQUE_METHODS = ['torque wrench', 'wrench with adapter', 'by hand, estimated'] as const;
export type TorqueMethod = (typeof TORQUE_METHODS)[number];

export const MARKS = ['firm, unpublished', 'left alone, checked tight'] as const;
export type MarkHow = (typeof MARKS)[number];

/** A click may be this far off its published value: the ±4 % a setting wrench is allowed (ISO 6789-1, from memory). */
const TOLERANCE = 0.04;

/** What was recorded of a fastener. */
export interface TorqueRecords {
  readonly torque?: { readonly achievedNm: number; readonly method: TorqueMethod } | undefined;
  readonly mark?: { readonly how: MarkHow } | undefined;
  readonly clicks?:
    { readonly clicks: number; readonly of: number; readonly targetNm: number | null; readonly targetText: string } | undefined;
}

export interface Audit {
  /** The number to set, N·m: the middle of a published range; null where none is published. */
  readonly targetNm: number | null;
  readonly state: 'open' | 'done' | 'must be published';
  /** How it was recorded, as far as it counts. */
  readonly record: string;
  /** What was recorded and does not count, if anything: a click off its value. */
  readonly wrong: string;
}

/**
 * Whether a fastener's record counts. A wrench's click has to lie within what is published; a hand's
 * estimate is recorded as one, and "firm" stands only where no value is published: neither ever does for
 * arms, ball joints, tie rods or wheels.
 */
export function auditFastener(kind: FastenerKind, ruling: Ruling, r: TorqueRecords): Audit {
  const published = ruling.kind === 'value' ? ruling.value : undefined;
  const must = needsPublished(kind);
  const fits = (nm: number) =>
    published !== undefined && nm >= published.minNm * (1 - TOLERANCE) && nm <= published.maxNm * (1 + TOLERANCE);
  const record = (): string => {
    const { torque, mark, clicks } = r;
    if (torque && (torque.method === 'by hand, estimated' ? !must : fits(torque.achievedNm)))
      return `${trimmed(torque.achievedNm, 1)} N·m, ${torque.method}`;
    if (clicks && clicks.clicks >= clicks.of && (clicks.targetNm === null ? !published && !must : fits(clicks.targetNm)))
      return `${clicks.clicks} clicks at ${clicks.targetText}`;
    if (mark && !(mark.how === 'firm, unpublished' && (published || must))) return mark.how;
    return '';
  };
  const counts = record();
  return {
    targetNm: published ? (published.minNm + published.maxNm) / 2 : null,
    state: counts ? 'done' : !published && must ? 'must be published' : 'open',
    record: counts,
    wrong: !counts && r.torque ? `${trimmed(r.torque.achievedNm, 1)} N·m is not what is published` : '',
  };
}

/** The order of a group of wheel nuts, and the clicks a group takes: every stage, and the first nut again. */
export function clicksOf(kind: FastenerKind, count: number): { readonly order?: readonly number[]; readonly clicks: number } {
  if (kind !== 'wheel-nut') return { clicks: count };
  const order = starOrder(count);
  return { order, clicks: order.length * WHEEL_STAGES.length + 1 };
}
