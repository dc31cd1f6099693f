import { fixed, grouped } from '../text';
import { convert } from './quantity';

export const LENGTH_UNITS = ['mm', 'in'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];
export const DISTANCE_UNITS = ['km', 'mi'] as const;
export type DistanceUnit = (typeof DISTANCE_UNITS)[number];
export const TORQUE_UNITS = ['N·m', 'lbf·ft'] as const;
export type TorqueUnit = (typeof TORQUE_UNITS)[number];

/** The units that come first where something is said. Inside everything stays N·m, mm and km. */
export interface Measures {
  readonly torque: TorqueUnit;
  readonly length: LengthUnit;
  readonly distance: DistanceUnit;
}

export const METRIC: Measures = { torque: 'N·m', length: 'mm', distance: 'km' };

/** The units of a shop or a screen: inches and lbf·ft go together, the dashboard's unit is a matter of the country. */
export const shopMeasures = (inch: boolean, distance: DistanceUnit): Measures => ({
  torque: inch ? 'lbf·ft' : 'N·m',
  length: inch ? 'in' : 'mm',
  distance,
});

/** Inches show what so many decimals of a millimetre show, and never finer than a tenth of a thou. */
const inchDigits = (digits: number): number => Math.min(digits + 2, 4);

/** "0.50", and "0.0197" in inches: without its unit, for what stands beside another of the same. @param digits decimals it has in mm */
export const lengthDigits = (mm: number, digits: number, unit: LengthUnit = 'mm'): string =>
  unit === 'in' ? fixed(convert(mm, 'mm', 'in', 'length'), inchDigits(digits)) : fixed(mm, digits);

/** "0.50 mm", or "0.0197 in". @param digits decimals it has in mm */
export const sayLength = (mm: number, digits: number, unit: LengthUnit = 'mm'): string =>
  `${lengthDigits(mm, digits, unit)} ${unit}`;

/** A distance in whole units, its thousands grouped: "148 210 km", "92 094 mi". */
export const sayDistance = (km: number, unit: DistanceUnit = 'km'): string =>
  `${grouped(convert(km, 'km', unit, 'distance'))} ${unit}`;
