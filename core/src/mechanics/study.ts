import { BadInput, positive, finite } from '../error';
import type { Vec3 } from '../numeric';
import { fixed } from '../text';
import type { AxleEnd, AxleSpec } from '../vehicle';
import { barRate, type BarRate, type BarSpec } from './bar';
import { compareBars, rollStiffness, sayBalance, type BarsCompared } from './bar-compare';
import { lengthForStance, lengthFromFloor, type FoundLength, type StanceLength } from './length';
import type { BarAtWork } from './preload';
import { linkAt, rigOf, type LinkRig, type StanceInput } from './rig';
import { linkOver, type LinkOver } from './rig-over';
import { rigFromFloor, type FloorInput } from './rig-floor';
import { windowOf, type LengthLimits, type LengthWindow, type Stretch } from './window';

/** What is asked of a link's length: from an axle's hard points, or from the floor. */
export interface LengthQuestion {
  readonly source:
    | { readonly kind: 'axle'; readonly axle: AxleSpec; readonly stance: StanceInput }
    | { readonly kind: 'floor'; readonly floor: FloorInput };
  /** The link that was right before: its length and its standard uncertainty, mm. */
  readonly old: { readonly lengthMm: number; readonly uMm: number };
  readonly limits: LengthLimits;
}

export interface LengthStudy {
  readonly found: FoundLength & { readonly ruleMm: number } & Partial<Pick<StanceLength, 'doubtFrom'>>;
  readonly window: LengthWindow;
  /** The length found, and the old link, over the travel of the vehicle as it stands now. */
  readonly over: LinkOver;
  readonly old: LinkOver;
  readonly mountIs: LinkRig['mountIs'];
  readonly motionRatio: number;
  /** How much longer the link is than the points say; they are to be doubted where that is much. */
  readonly drawnOffMm: number;
}

/** A link's length that is being worked out, and for which stance. */
export interface LinkStudied {
  /** In the measure of the axle's points, mm. */
  readonly lengthMm: number;
  readonly loweredMm: number;
  readonly limits: LengthLimits;
}

/** Points and link that disagree by more are named, mm (common practice, no source). */
export const DRAWN_OFF_MM = 12;

/**
 * Everything about a link's length in one answer: the length that keeps the arm's angle, what it and the old link do
 * over the travel, and the window of lengths. Points are never quite where they are said to be, so lengths count from
 * the link that was right before, not from the distance of the points.
 * @throws BadInput naming whatever is wrong
 */
export function studyLength(q: LengthQuestion): LengthStudy {
  positive('link length', q.old.lengthMm, 'mm');
  positive('doubt of the length', q.old.uMm, 'mm');
  const { source: s } = q;
  const [rig, was] =
    s.kind === 'axle'
      ? [rigOf(s.axle, s.stance), rigOf(s.axle, { ...s.stance, loweredMm: 0, wheels: undefined })]
      : [rigFromFloor(s.floor), rigFromFloor({ ...s.floor, loweredMm: 0 })];
  const off = q.old.lengthMm - rig.lengthMm;
  const found =
    s.kind === 'axle'
      ? lengthForStance(s.axle, rig, s.stance.loweredMm, q.old)
      : lengthFromFloor(rig, s.floor.loweredMm, q.old.uMm);
  const shift = ([a, b]: Stretch, by: number): Stretch => [a + by, b + by];
  const { thread, other } = q.limits;
  const w = windowOf(
    rig,
    {
      ...q.limits,
      thread: thread && shift(thread, -off),
      other: other && { ...other, lengthMm: other.lengthMm - off },
    },
    was,
  );
  const moved = (x: readonly Stretch[]) => x.map((y) => shift(y, off));
  return {
    found,
    window: {
      ...w,
      from: w.from + off,
      to: w.to + off,
      strips: w.strips.map((x) => ({ ...x, ...(limitWords(x.what, thread, other) ?? {}), lengths: moved(x.lengths) })),
      fits: moved(w.fits),
      best: w.best && shift(w.best, off),
    },
    over: linkOver(rig, found.lengthMm - off),
    old: linkOver(rig, q.old.lengthMm - off),
    mountIs: rig.mountIs,
    motionRatio: rig.motionRatio,
    drawnOffMm: off,
  };
}

/** A limit given in lengths is said as it was given. */
function limitWords(what: string, thread: LengthLimits['thread'], other: LengthLimits['other']): { limit: string } | undefined {
  if (what === 'thread' && thread) return { limit: `${fixed(thread[0], 0)} to ${fixed(thread[1], 0)} mm` };
  if (what === 'both sides' && other) return { limit: `${fixed(other.lengthMm, 1)} ± ${fixed(other.withinMm, 1)} mm` };
  return undefined;
}

/** The bore of the axle's own bar, where its wall is known. */
const hollow = ({ bar }: AxleSpec, outsideMm: number | null): number | undefined =>
  bar?.wallMm && outsideMm === bar.diameterMm ? bar.diameterMm - 2 * bar.wallMm : undefined;

/**
 * The bar of an axle as far as its points tell: square arms from the bushings' line to the eyes; solid, unless its wall
 * is known.
 * @throws BadInput where the axle has no bar on links
 */
export function barOf(axle: AxleSpec, outsideMm = axle.bar?.diameterMm ?? null, boreMm = hollow(axle, outsideMm)): BarSpec {
  if (outsideMm !== null) finite('bar diameter', outsideMm);
  if (boreMm !== undefined) finite('bore of the bar', boreMm);
  const [bushing, eye, mount] = [axle.points.barBushing?.at, axle.points.barEye?.at, axle.points.linkMount?.at];
  if (!bushing || !eye || !mount || !outsideMm) throw new BadInput('bar on links', 'is not on this axle');
  const pull: Vec3 = [mount[0] - eye[0], mount[1] - eye[1], mount[2] - eye[2]];
  const up = pull[2] >= 0 ? 1 : -1;
  const left: Vec3[] = [eye, [bushing[0], eye[1], bushing[2]], bushing];
  const mirror = ([x, y, z]: Vec3): Vec3 => [x, -y, z];
  const upward: Vec3 = [pull[0] * up, pull[1] * up, pull[2] * up];
  return {
    line: [...left, ...left.map(mirror).reverse()],
    outsideMm,
    boreMm,
    bushings: [{ at: 2 }, { at: 3 }],
    pull: [upward, mirror(upward)],
  };
}

/** The bar of an axle at work: what preload and crooked stance are worked out from. */
export function barAtWork(axle: AxleSpec, rate: BarRate, loweredMm = 0): BarAtWork {
  const rig = rigOf(axle, { loweredMm, steps: 2 });
  const { lever } = linkAt(rig, rig.lengthMm, rig.ride, false);
  return {
    // Along the link already: its lever is in the stiffness.
    stiffnessNPerMm: rate.stiffnessNPerMm * lever * lever,
    lever,
    armMm: rig.ride.circle.radiusMm,
    motionRatio: rig.motionRatio,
  };
}

/** Where a bar is fitted. */
export interface Fitted {
  readonly end: AxleEnd;
  readonly motionRatio: number;
  readonly trackMm: number;
  readonly other?: { readonly bar: BarSpec; readonly motionRatio: number; readonly trackMm: number } | undefined;
}

export interface BarQuestion {
  readonly now: BarSpec;
  readonly was?: BarSpec | undefined;
  /** Where it is fitted, for the vehicle's roll, and the bar of the other axle. */
  readonly fitted?: Fitted | undefined;
  readonly pieces?: number | undefined;
}

export interface BarStudy {
  readonly now: BarRate;
  readonly was?: BarRate | undefined;
  readonly compared?: BarsCompared | undefined;
  /** N·m for each degree the body leans. */
  readonly rollNmPerDeg?: number | undefined;
  /** What the change does to the balance, of the bars alone; left out where one of them is not known. */
  readonly balance?: string | undefined;
}

/** A bar, and beside it the one it replaces. @throws BadInput naming whatever is wrong */
export function studyBar(q: BarQuestion): BarStudy {
  const now = barRate(q.now, q.pieces);
  const was = q.was && barRate(q.was, q.pieces);
  const roll = (rate: BarRate, at: { motionRatio: number; trackMm: number }) =>
    rollStiffness(rate.stiffnessNPerMm, at.motionRatio, at.trackMm);
  const { fitted } = q;
  const other = fitted?.other && roll(barRate(fitted.other.bar, 1), fitted.other);
  const shares = (mine: BarRate) =>
    fitted!.end === 'front' ? { front: roll(mine, fitted!), rear: other! } : { front: other!, rear: roll(mine, fitted!) };
  return {
    now,
    was,
    compared: was && compareBars(was, now),
    rollNmPerDeg: fitted && (roll(now, fitted) / 1000) * (Math.PI / 180),
    balance: was && other !== undefined ? sayBalance(shares(was), shares(now)) : undefined,
  };
}
