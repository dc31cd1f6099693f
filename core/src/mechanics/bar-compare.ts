import { positive, finite } from '../error';
import { fixed } from '../text';
import { sayLength, type LengthUnit } from '../units';
import type { AxleBar } from '../vehicle';
import { type BarRate, roundSection, SPRING_STEEL } from './bar';

/** What two bars do at the same twist. */
export interface BarsCompared {
  /** New stiffness over old. */
  readonly ratio: number;
  /** Greatest stress for the same movement, new over old. */
  readonly stressRatio: number;
  /** Links and bushings of the old bar's rating carry so much more. */
  readonly warns: boolean;
}

/** From so many times the old stiffness links and bushings of the old rating are named (common practice, no source). */
export const MUCH_STIFFER = 1.3;

export function compareBars(was: BarRate, now: BarRate): BarsCompared {
  const ratio = now.stiffnessNPerMm / was.stiffnessNPerMm;
  return { ratio, stressRatio: now.worst.stressMpa / was.worst.stressMpa, warns: ratio >= MUCH_STIFFER };
}

/**
 * Roll stiffness of an axle's bar: k·MR²·t²/2, N·mm/rad (a roll φ moves each wheel by φ·t/2, each eye by MR times that).
 * @param stiffnessNPerMm at an eye in opposite movement
 */
export function rollStiffness(stiffnessNPerMm: number, motionRatio: number, trackMm: number): number {
  return (
    (positive('bar stiffness', stiffnessNPerMm, 'N/mm') *
      positive('motion ratio', motionRatio) ** 2 *
      positive('track', trackMm, 'mm') ** 2) /
    2
  );
}

/**
 * What a bar bolted to a twist beam between its arms adds to the axle's roll stiffness, N·mm/rad: its own twist,
 * (GJ/L)·(t/a)², beside the beam's (rates add; there are no links).
 * @param lengthMm of the bar between where it is bolted
 * @param armMm from the beam's bushings to the wheels
 */
export function beamBarRoll(outsideMm: number, boreMm: number, lengthMm: number, armMm: number, trackMm: number): number {
  const { polar } = roundSection(outsideMm, boreMm);
  const g = SPRING_STEEL.youngMpa / (2 * (1 + SPRING_STEEL.poisson));
  return (
    ((g * polar) / positive('length of the bar', lengthMm, 'mm')) *
    (positive('track', trackMm, 'mm') / positive('length of the beam’s arm', armMm, 'mm')) ** 2
  );
}

/** The bars' part of front and rear, and what changing one does to balance, in a sentence. */
export function sayBalance(was: { front: number; rear: number }, now: { front: number; rear: number }): string {
  for (const v of [was.front, was.rear, now.front, now.rear]) finite('roll stiffness', v);
  const share = ({ front, rear }: { front: number; rear: number }) => (front + rear > 0 ? front / (front + rear) : 0.5);
  const shift = share(now) - share(was);
  if (Math.abs(shift) < 0.01)
    return 'The split between front and rear stays as it was: it leans less or more, and steers as before.';
  return shift > 0
    ? 'More of the roll is carried in front: it pushes wide sooner and lifts its inner front wheel earlier.'
    : 'More of the roll is carried behind: its tail comes round sooner, and an inner rear wheel may lift. Tell the driver.';
}

/**
 * What another bar is in twist, in one sentence: both diameters, and how stiff by their polar moments, π/32 (D⁴ − d⁴) (Roark’s
 * Formulas for Stress and Strain, torsion of a circular section). Empty where both are alike.
 */
export function sayBarChange(was: AxleBar, now: AxleBar, unit?: LengthUnit): string {
  const polar = ({ diameterMm, wallMm }: AxleBar) =>
    roundSection(diameterMm, wallMm === undefined ? 0 : diameterMm - 2 * wallMm).polar;
  const size = ({ diameterMm, wallMm }: AxleBar) =>
    `${sayLength(diameterMm, 1, unit)}${wallMm === undefined ? '' : ` with a wall of ${sayLength(wallMm, 1, unit)}`}`;
  const times = polar(now) / polar(was);
  return Math.abs(times - 1) < 0.005
    ? ''
    : `The bar was ${size(was)} and is ${size(now)}: ${fixed(times, 2)} times as stiff in twist, its arms and bushings left out.`;
}
