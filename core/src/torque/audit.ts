import { finite, within } from '../error';
import { numberWord } from '../text';
import { showRange, trimmed } from '../units';
import type { Ruling } from './book';
import { isTaper, needsPublished, type FastenerKind, type LockHow } from './fasteners';
import { STAR, starOrder, WHEEL_STAGES } from './star';

export const TORQUE_METHODS = ['torque wrench', 'wrench with adapter', 'by hand, estimated'] as const;
export type TorqueMethod = (typeof TORQUE_METHODS)[number];

export const MARKS = ['firm, unpublished', 'left alone, checked tight'] as const;
export type MarkHow = (typeof MARKS)[number];

/** A click may be this far off its published value: the ±4 % a setting wrench is allowed (ISO 6789-1, from memory). */
const TOLERANCE = 0.04;

/** A wrench that speaks for itself, as the register names it. */
export interface SpeakingWrench {
  readonly id: string;
  readonly name: string;
  readonly simulated: boolean;
}

/** Both ends of a torque that is a range; the same number twice where it is none. N·m. */
export interface TorqueRange {
  readonly minNm: number;
  readonly maxNm: number;
}

/** What was recorded of a fastener. */
export interface TorqueRecords {
  readonly torque?:
    | {
        readonly achievedNm: number;
        readonly method: TorqueMethod;
        readonly wrench?: SpeakingWrench | undefined;
        readonly saidAtOnce?: boolean | undefined;
        readonly lockUnasked?: boolean | undefined;
      }
    | undefined;
  readonly lock?: { readonly how: LockHow } | undefined;
  readonly mark?: { readonly how: MarkHow } | undefined;
  readonly clicks?:
    | {
        readonly clicks: number;
        readonly of: number;
        readonly targetNm: number | null;
        readonly targetText: string;
        readonly pulled?: TorqueRange | undefined;
        readonly saidAtOnce?: boolean | undefined;
        readonly wrench?: SpeakingWrench | undefined;
      }
    | undefined;
}

export interface Audit {
  /** What is published, N·m; null where nothing is. */
  readonly target: TorqueRange | null;
  /** The middle of it: where a wrench is set that must be set to one number. */
  readonly targetNm: number | null;
  readonly state: 'open' | 'done' | 'must be published';
  /** How it was recorded, as far as it counts. */
  readonly record: string;
  /** It is tight, and nobody has said how it is kept so. */
  readonly lockOwed: boolean;
  /** What was pulled is past what is published: the thread may have given. */
  readonly overshot: boolean;
  /** What was recorded and does not count, if anything: a click off its value. */
  readonly wrong: string;
}

/** Whether a torque lies within what is wanted, by the tolerance of a wrench. @param nm N·m */
export const isWithin = (nm: number, { minNm, maxNm }: TorqueRange): boolean =>
  finite('torque', nm) >= finite('least torque', minNm) * (1 - TOLERANCE) && nm <= finite('most torque', maxNm) * (1 + TOLERANCE);

/** "wrench 20–200, simulated", nothing where a person wrote the number. */
export const sayWrench = (w: SpeakingWrench | undefined): string => (w ? `, ${w.name}${w.simulated ? ', simulated' : ''}` : '');

/**
 * Whether a fastener's record counts. What was pulled has to lie within what is published, one click of a group
 * like a single one; a hand's estimate is recorded as one, and "firm" stands only where no value is published:
 * neither ever does for arms, ball joints, tie rods or wheels. What holds a new part was undone for it: "left alone" cannot be.
 * @param fresh it holds a part that goes on new
 */
export function auditFastener(kind: FastenerKind, ruling: Ruling, r: TorqueRecords, fresh = false): Audit {
  const published = ruling.kind === 'value' ? ruling.value : undefined;
  const must = needsPublished(kind);
  const fits = (nm: number) => published !== undefined && isWithin(nm, published);
  const { torque, mark, clicks, lock } = r;
  const pulled =
    clicks?.pulled ?? (clicks && clicks.targetNm !== null ? { minNm: clicks.targetNm, maxNm: clicks.targetNm } : undefined);
  const full = clicks !== undefined && clicks.clicks >= clicks.of;
  const groupFits = pulled ? fits(pulled.minNm) && fits(pulled.maxNm) : !published && !must;
  const record = (): string => {
    if (torque && (torque.method === 'by hand, estimated' ? !must : fits(torque.achievedNm)))
      return `${trimmed(torque.achievedNm, 1)} N·m, ${torque.method}${sayWrench(torque.wrench)}${torque.saidAtOnce ? ', said together' : ''}`;
    if (clicks && full && groupFits) return sayGroup(kind, clicks);
    if (mark && (mark.how === 'firm, unpublished' ? !published && !must : !fresh)) return mark.how;
    return '';
  };
  const tight = record();
  // What stood before this was asked is not asked for again; what was never undone keeps what it has.
  const lockOwed = tight !== '' && isTaper(kind) && torque !== undefined && !torque.lockUnasked && !lock;
  const counts = tight && lock ? `${tight}, ${lock.how}` : tight;
  const off = torque ? { minNm: torque.achievedNm, maxNm: torque.achievedNm } : full ? pulled : undefined;
  return {
    target: published ? { minNm: published.minNm, maxNm: published.maxNm } : null,
    targetNm: published ? (published.minNm + published.maxNm) / 2 : null,
    state: counts && !lockOwed ? 'done' : !published && must ? 'must be published' : 'open',
    record: counts,
    lockOwed,
    overshot: !counts && off !== undefined && published !== undefined && off.maxNm > published.maxNm,
    wrong: counts
      ? ''
      : off
        ? sayWrong(off, published)
        : fresh && mark?.how === 'left alone, checked tight'
          ? 'it holds the new part, so it was undone: left alone it cannot be'
          : '',
  };
}

/** What was pulled and does not count; too far is told from not far enough, and by how much. */
function sayWrong(off: TorqueRange, published: TorqueRange | undefined): string {
  const said = showRange(off.minNm, off.maxNm, 'torque');
  if (!published || off.maxNm <= published.maxNm) return `${said} is not what is published`;
  const over = Math.round(100 * (off.maxNm / published.maxNm - 1));
  return `${said} is ${over} % past what is published`;
}

/** A group as it was pulled: said together, or click by click, heard from a wrench or counted; stages as stages. */
export function sayGroup(kind: FastenerKind, c: NonNullable<TorqueRecords['clicks']>): string {
  const stages = kind === 'wheel-nut' ? WHEEL_STAGES.length : 1;
  const staged = stages > 1 ? `, ${numberWord(stages)} stages` : '';
  // A wheel's last click is its first nut again.
  const nuts = stages > 1 ? Math.round((c.of - 1) / stages) : c.of;
  if (c.saidAtOnce) return `${nuts} clicked at ${c.targetText}${staged}, said together`;
  const clicks = c.clicks >= c.of ? `${c.clicks} clicks` : `${c.clicks} of ${c.of} clicks`;
  return `${clicks} ${c.wrench ? 'heard' : 'counted'} at ${c.targetText}${staged}${sayWrench(c.wrench)}`;
}

export interface ClicksPlan {
  /** The order of a group of wheel nuts. */
  readonly order?: readonly number[];
  /** How many clicks the group takes: every stage, and the first nut again. */
  readonly clicks: number;
  /** The share of the final torque each stage is pulled at, in order. */
  readonly stages: readonly number[];
}

/** How a group is counted. One or two of a wheel's nuts, undone besides, have no star: they are pulled like any others. */
export function clicksOf(kind: FastenerKind, count: number): ClicksPlan {
  finite('number of fasteners', count);
  if (kind !== 'wheel-nut' || count < STAR.least || count > STAR.most) return { clicks: count, stages: [1] };
  const order = starOrder(count);
  return { order, clicks: order.length * WHEEL_STAGES.length + 1, stages: WHEEL_STAGES };
}

/** The stage, from 0, that the next click of a group belongs to; the last click comes at the final torque again. @param done clicks counted so far */
export const stageOf = (p: ClicksPlan, count: number, done: number): number =>
  Math.min(p.stages.length - 1, Math.floor(within('number done', done, 0, 1000) / within('number of fasteners', count, 1, 100)));
