import { BadInput } from '../error';
import type { BookValue } from '../torque';
import { usualPoints, type AxleSpec } from './axle';
import { SUSPENSIONS, type Suspension } from './layouts';
import { AXLES, type AxleEnd } from './words';

/** Raised whenever the shape of a stored type changes; older ones are read through `readVehicleType`. */
export const VEHICLE_TYPE_VERSION = 3;

/** What a type says of its bar and links, and may say only because it is usual. */
export const ASSUMABLE = ['bar', 'linkLength', 'linkThread', 'linkHex', 'hold'] as const;
export type Assumable = (typeof ASSUMABLE)[number];

export interface VehicleTypeSpec {
  readonly version: typeof VEHICLE_TYPE_VERSION;
  readonly name: string;
  readonly axles: Readonly<Record<AxleEnd, AxleSpec>>;
  /** Usual values nobody has measured or read in a book: never called the file's word. */
  readonly usual?: readonly Assumable[] | undefined;
  readonly jackingPoints: string;
  /** Published torques, by axle. */
  readonly torqueBook: Readonly<Record<AxleEnd, readonly BookValue[]>>;
  /** Traps and tips kept for the type. */
  readonly tips: readonly string[];
}

type Raw = Record<string, unknown>;
const table = (x: unknown): Raw => (typeof x === 'object' && x !== null && !Array.isArray(x) ? (x as Raw) : {});

/**
 * What each older version needs to become the next one. Version 1 had flat points, seen from behind and
 * of unknown origin: they become usual ones, with the layout's own place fore and aft.
 */
const UPCASTS: Readonly<Record<number, (type: Raw) => Raw>> = {
  1: (type) => ({
    ...type,
    version: 2,
    axles: Object.fromEntries(AXLES.map((end) => [end, axleFrom1(table(table(type['axles'])[end]))])),
  }),
  // Version 2 did not say what was only usual.
  2: (type) => ({ ...type, version: 3 }),
};

function axleFrom1({ driven, ...axle }: Raw): Raw {
  const kindOrNull = (x: unknown) => (x && table(x)['kind'] !== 'none' ? x : null);
  const usual = (SUSPENSIONS as readonly string[]).includes(axle['suspension'] as string)
    ? usualPoints(axle['suspension'] as Suspension, {
        trackMm: axle['trackMm'] as number,
        tyreDiameterMm: axle['tyreDiameterMm'] as number,
        bar: true,
      })
    : undefined;
  const points = Object.entries(table(axle['points'])).map(([name, p]) => {
    const [y, z] = p as [number, number];
    return [name, { at: [usual?.[name as keyof typeof usual]?.at[0] ?? 0, y, z], from: 'usual' }];
  });
  return {
    ...axle,
    ...(driven === undefined ? {} : { powered: driven }),
    link: kindOrNull(axle['link']),
    bushing: kindOrNull(axle['bushing']),
    points: Object.fromEntries(points),
  };
}

/**
 * A stored vehicle type as today's program writes it. What is wrong with it in today's shape is for the
 * schema to say; this only carries older shapes over. One without a version is of the first.
 * @throws BadInput when it comes from a newer program than this one.
 */
export function readVehicleType(stored: unknown): VehicleTypeSpec {
  let type = table(stored);
  for (let v = version(type); v < VEHICLE_TYPE_VERSION; v = version(type)) type = UPCASTS[v]!(type);
  return type as unknown as VehicleTypeSpec;
}

function version(type: Raw): number {
  const v = type['version'] ?? 1;
  if (typeof v !== 'number' || !Number.isInteger(v) || v < 1 || v > VEHICLE_TYPE_VERSION)
    throw new BadInput('version of the vehicle type', `must be from 1 to ${VEHICLE_TYPE_VERSION}`, v);
  return v;
}
