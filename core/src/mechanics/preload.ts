import { finite, positive, within } from '../error';
import type { Side } from '../vehicle';
import { mismatchForceN } from './linkage';

/** A bar that is wound up at ride height, and how far. */
export interface WoundUp {
  readonly linkForceN: number;
  /** Of one end against the other, degrees. */
  readonly twistDeg: number;
  /** In the bar's middle, N·m. */
  readonly momentNm: number;
  /** What a wheel gains and the other loses with the body held level, N: the bound. */
  readonly cornerN: number;
  /** The same once the body has leaned against the springs, N; left out where their roll stiffness is not known. */
  readonly settledN?: number | undefined;
}

export interface BarAtWork {
  /** At an eye in opposite movement, N/mm. */
  readonly stiffnessNPerMm: number;
  readonly lever: number;
  readonly armMm: number;
  readonly motionRatio: number;
}
/** Roll stiffness, all in one unit: this axle's springs, the other axle whole, this bar. */
export interface RollShares {
  readonly springs: number;
  readonly other: number;
  readonly bar: number;
}

/**
 * What a difference of length between the two links does at ride height (compute.md, "Link length"): F = k ΔL/(2 lever²),
 * its moment and twist, and the wheel loads. A gap measured along the link at one loose eye, the other side fitted, is
 * such a difference.
 * @param deltaMm longer positive, mm
 */
export function windUp(bar: BarAtWork, deltaMm: number, roll?: RollShares): WoundUp {
  const force = mismatchForceN(bar.stiffnessNPerMm, deltaMm, bar.lever);
  const arm = positive('length of the bar’s arm', bar.armMm, 'mm');
  const ratio = within('motion ratio', bar.motionRatio, 0.01, 2);
  // Along its circle each eye goes ΔL/(2·lever) against the other.
  const twist = (deltaMm / bar.lever / arm) * (180 / Math.PI);
  const corner = force * ratio;
  return {
    linkForceN: force,
    twistDeg: twist,
    momentNm: (force * bar.lever * arm) / 1000,
    cornerN: corner,
    settledN: roll && corner * settled(roll),
  };
}

/** The other axle takes up what this one's bar asks for: K_r/(K_f + K_b + K_r). */
function settled({ springs, other, bar }: RollShares): number {
  [springs, other, bar].forEach((k) => positive('roll stiffness', k));
  return other / (springs + bar + other);
}

/** A vehicle that stands crooked on its bar, and what happens when a nut comes off. */
export interface Crooked extends WoundUp {
  /** The side whose wheel stands further up in its arch. */
  readonly higherWheel?: Side | undefined;
  /** Which way the freed eye of that side jumps, and how far along the link, mm. */
  readonly jumps: { readonly eye: 'down' | 'up' | 'not'; readonly byMm: number };
}

/**
 * What is on a link before its nut comes off, from hub-to-arch heights: the difference of the wheels turns the bar, as
 * a difference of length would. The eye of the side whose wheel is up is held up by its link and drops; the other one
 * rises as far.
 * @param side whose nut comes off
 * @param hubToArchMm measured at both sides, mm: the smaller one's wheel stands higher
 */
export function crooked(bar: BarAtWork, side: Side, hubToArchMm: Readonly<Record<Side, number>>): Crooked {
  const [l, r] = [finite('hub to arch, left', hubToArchMm.left), finite('hub to arch, right', hubToArchMm.right)];
  within('hub to arch, left', l, 50, 1500, 'mm');
  within('hub to arch, right', r, 50, 1500, 'mm');
  const apart = Math.abs(l - r);
  const higherWheel: Side | undefined = l === r ? undefined : l < r ? 'left' : 'right';
  const delta = apart * bar.motionRatio;
  const wound = windUp(bar, delta);
  return {
    ...wound,
    higherWheel,
    jumps: { eye: apart < 1 ? 'not' : side === higherWheel ? 'down' : 'up', byMm: delta },
  };
}
