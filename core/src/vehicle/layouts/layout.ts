import type { HardPoint } from '../../geometry';
import { usualPoint } from '../../geometry';
import type { Name } from '../../text';
import type { PointName } from '../points';
import type { AxleEnd, SpringSeat } from '../words';

/** What joins the two sides of an axle, drawn across its middle. */
export type CrossMember = 'subframe' | 'twist beam' | 'axle tube';

/** Track and tyre of an axle, mm, and whether a bar on links stands on it: what the usual points are made from. */
export interface Proportions {
  readonly trackMm: number;
  readonly tyreDiameterMm: number;
  readonly bar: boolean;
}

/**
 * One way to hang a wheel, whole: which joints it has, how it is drawn and its usual proportions. The
 * kinds of joint ask these facts whether they stand on an axle, so a layout names no joint by itself.
 */
export interface Layout {
  readonly name: Name;
  /** Axles it is met at. */
  readonly ends: readonly AxleEnd[];
  /** Where its spring usually stands. */
  readonly springSeat: SpringSeat;
  /** Its damper carries the wheel and turns in a mount at its top. */
  readonly topMount: boolean;
  /** A ball joint at the lower end of the knuckle: always, or only where the wheels are steered. */
  readonly ballJoint: 'always' | 'steered' | 'never';
  /** A second arm above; at the knuckle it ends in a ball joint or in a bushing. */
  readonly upperArm: 'ball joint' | 'bushing' | null;
  /** What carries the wheel fore and aft: arms with these bushings, a beam on one bushing a side, or leaf springs. */
  readonly carriedBy: readonly ('front' | 'rear')[] | 'beam' | 'leaf';
  /** Its wheels are driven, where they are, by shafts with joints. */
  readonly jointedShafts: boolean;
  /** How the wheel moves: on a knuckle held by a strut or two arms, on one arm, on a beam or with the axle. */
  readonly moves: 'strut' | 'two arms' | 'one arm' | 'beam' | 'axle';
  /** What carries the link where it does not meet the bar; a bar on the axle has it on the body. */
  readonly mountOn: 'knuckle' | 'arm' | 'axle' | 'body';
  readonly drawing: {
    readonly crossMember: CrossMember | null;
    /** What carries the wheel across: an arm of two legs, links side by side, one that trails, or one that runs along to the axle. */
    readonly arm: 'wishbone' | 'links' | 'trailing' | 'along';
    /** The spring stands round the damper, the damper is the strut itself, or the axle hangs on leaves. */
    readonly spring: 'on strut' | 'round damper' | 'beside damper' | 'leaf';
  };
  /**
   * Usual proportions of its left half, mm (common practice, no source): for the drawing of a type whose
   * points nobody has measured, marked so.
   */
  usualPoints(p: Proportions): Readonly<Partial<Record<PointName, HardPoint>>>;
}

/** Usual points from [x, y, z] rows; `bar` ones only where the axle has a bar on links. */
export function usual(
  rows: Readonly<Partial<Record<PointName, readonly [number, number, number]>>>,
): Partial<Record<PointName, HardPoint>> {
  return Object.fromEntries(Object.entries(rows).map(([n, at]) => [n, usualPoint(...at)]));
}
