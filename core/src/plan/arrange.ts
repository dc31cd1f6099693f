import { BEFORE, JOINT_SPECS, partsOf, type Before, type JointId } from '../joint';
import type { AxleSpec } from '../vehicle';

/** What of a plan may go one way or the other, as whoever does it says. */
export const ARRANGEMENTS = ['wheels off', 'shield off', 'brackets first'] as const;
export type Arrangement = (typeof ARRANGEMENTS)[number];
/** What was said of a plan; what nobody said goes as it usually does. */
export type Arranged = ReadonlyMap<Arrangement, boolean>;

/** Wheels or shield: whether they come off, and for what. */
export interface OffFirst {
  readonly what: Before;
  readonly off: boolean;
  /** The joints that stand behind them; none where they may stay on. */
  readonly for: readonly JointId[];
}

/** What comes off before hands reach these joints, each with what it is for: what hides nothing stays on, unless somebody says otherwise. */
export function offFirst(axle: AxleSpec, joints: readonly JointId[], arranged: Arranged): OffFirst[] {
  return BEFORE.filter((what) => what !== 'shield' || axle.shieldFasteners > 0).map((what) => {
    const behind = joints.filter((id) => JOINT_SPECS[partsOf(id).kind].behind.includes(what));
    return { what, off: arranged.get(`${what} off`) ?? behind.length > 0, for: behind };
  });
}

/** The same, only what comes off. */
export const comesOff = (axle: AxleSpec, joints: readonly JointId[], arranged: Arranged): Before[] =>
  offFirst(axle, joints, arranged)
    .filter((x) => x.off)
    .map((x) => x.what);
