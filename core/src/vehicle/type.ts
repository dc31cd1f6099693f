import { BadInput, own } from '../error';
import type { Given, Held, SchemaKit } from '../schema';
import { bookValueSchema } from '../torque';
import { axleBarSchema, axleSchema, usualPoints, type AxleBar, type AxleSpec } from './axle';
import { withBar } from './bar';
import { SUSPENSIONS, type Suspension } from './layouts';
import { AXLES, type AxleEnd } from './words';

/** Raised whenever the shape of a stored type changes; older ones are read through `readVehicleType`. */
export const VEHICLE_TYPE_VERSION = 4;

/** What a type says of an axle, and may say only because it is usual. */
const ASSUMED = [
  'bar',
  'bushing',
  'link.length',
  'link.upper.thread',
  'link.upper.hex',
  'link.upper.hold',
  'link.lower.thread',
  'link.lower.hex',
  'link.lower.hold',
  'track',
  'tyre',
  'nuts',
] as const;
export type Assumed = (typeof ASSUMED)[number];
export type Assumable = `${AxleEnd}.${Assumed}`;
export const ASSUMABLE = AXLES.flatMap((end) => ASSUMED.map((what): Assumable => `${end}.${what}`)) as unknown as readonly [
  Assumable,
  ...Assumable[],
];

/** As somebody at the vehicle would tell variants apart: "bar 22", "no rear bar". */
export const variantName = ({ text }: SchemaKit) => text(60).min(1);

/** The schema of a vehicle type in today's shape. */
const typeToday = (kit: SchemaKit) => {
  const { z, text } = kit;
  const bar = axleBarSchema(kit).nullable().optional();
  const book = z.array(bookValueSchema(kit)).max(60);
  const axle = axleSchema(kit);
  return z.object({
    version: z.literal(VEHICLE_TYPE_VERSION),
    name: text(80).min(1),
    axles: z.object({ front: axle, rear: axle }),
    /** Usual values nobody has measured or read in a book: never called the file's word. */
    usual: z.array(z.enum(ASSUMABLE)).max(ASSUMABLE.length).optional(),
    /** Vehicles of the type differ so; a vehicle is one of them, or nobody has looked yet: the bar of an axle, or that it has none. */
    variants: z
      .array(z.object({ name: variantName(kit), front: bar, rear: bar }))
      .max(24)
      .optional(),
    jackingPoints: text(200).min(1),
    /** Published torques, by axle. */
    torqueBook: z.object({ front: book, rear: book }),
    /** Traps and tips kept for the type. */
    tips: z.array(text(300)).max(30),
  });
};
export type VehicleTypeSpec = Held<Given<typeof typeToday>>;
/** What differs from the type in one of its variants. */
export type TypeVariant = NonNullable<VehicleTypeSpec['variants']>[number];
/** The schema of a vehicle type; one of an older program is carried over first. */
export const vehicleTypeSchema = (kit: SchemaKit) => kit.upcasting(readVehicleType, typeToday(kit));

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
  // Version 3 knew one end of a link, in front, and a bar by its diameter alone.
  3: (type) => ({
    ...type,
    version: 4,
    axles: Object.fromEntries(AXLES.map((end) => [end, axleFrom3(table(table(type['axles'])[end]))])),
    ...(Array.isArray(type['usual']) ? { usual: type['usual'].flatMap((a) => own(USUAL_3, String(a)) ?? []) } : {}),
  }),
};

const USUAL_3: Readonly<Record<string, readonly Assumable[]>> = {
  bar: ['front.bar'],
  linkLength: ['front.link.length'],
  linkThread: ['front.link.upper.thread', 'front.link.lower.thread'],
  linkHex: ['front.link.upper.hex', 'front.link.lower.hex'],
  hold: ['front.link.upper.hold', 'front.link.lower.hold'],
};

function axleFrom3({ barDiameterMm, ...axle }: Raw): Raw {
  return { ...axle, bar: typeof barDiameterMm === 'number' ? { diameterMm: barDiameterMm, joins: 'links' } : null };
}

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
    return [name, { at: [own(usual, name)?.at[0] ?? 0, y, z], from: 'usual' }];
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

const other = (axle: AxleSpec, bar: AxleBar | null | undefined): AxleSpec => (bar === undefined ? axle : withBar(axle, bar));

/**
 * A type as one of its variants. Where nobody has looked which one a vehicle is, the type stands as it is described,
 * and a bar its variants do not agree on is only usual.
 */
export function asVariant(type: VehicleTypeSpec, name: string | null | undefined): VehicleTypeSpec {
  const { variants, ...base } = type;
  if (!variants?.length) return type;
  const is = variants.find((v) => v.name === name);
  if (is) return { ...base, axles: { front: other(type.axles.front, is.front), rear: other(type.axles.rear, is.rear) } };
  const open = AXLES.filter((end) => variants.some((v) => v[end] !== undefined)).map((end): Assumable => `${end}.bar`);
  return { ...type, usual: [...new Set([...(type.usual ?? []), ...open])] };
}
