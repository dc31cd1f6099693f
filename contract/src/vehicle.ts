import * as z from 'zod';
import {
  BAR_CONTROLS,
  BAR_ENDS,
  BUSHING_KINDS,
  END_KINDS,
  FASTENER_KINDS,
  HOLDS,
  LINK_KINDS,
  LINK_MOUNTS,
  MORE_POINTS,
  POINT_SOURCES,
  POINTS,
  readVehicleType,
  SPRING_SEATS,
  STUD_WAYS,
  SUSPENSIONS,
  ASSUMABLE,
  VEHICLE_TYPE_VERSION,
  type BookValue,
  type HardPoints,
  type VehicleTypeSpec,
  WHEEL_MATERIALS,
} from '@ash-knot/core';
import { schemaOf } from './same';
import { upcasting } from './upcast';
import { text } from './words';

const mm = (max: number) => z.number().positive().max(max);

/** ISO 8855 about the middle of the axle on the ground: forward, left, up, mm. */
const hardPoint = z.object({
  at: z.tuple([z.number().min(-2000).max(2000), z.number().min(-200).max(2000), z.number().min(0).max(2500)]).readonly(),
  from: z.enum(POINT_SOURCES),
});

export const bookValue = schemaOf<BookValue>()(
  z
    .object({
      fastener: z.enum(FASTENER_KINDS),
      minNm: z.number().positive().max(1000),
      maxNm: z.number().positive().max(1000),
      value: z.number().positive().max(9000),
      valueMax: z.number().positive().max(9000).optional(),
      unit: text(12).min(1),
      thread: text(20).optional(),
      condition: text(40).optional(),
      source: text(120).min(1),
      wheel: z.enum(WHEEL_MATERIALS).optional(),
      publisher: z.enum(['vehicle maker', 'part maker']),
    })
    .refine((v) => v.maxNm >= v.minNm, { error: 'must not be less than the lower end', path: ['maxNm'] }),
);

const stud = z.object({
  thread: text(20).min(1),
  nutHexMm: mm(60),
  hold: z.enum(HOLDS),
  holdMm: mm(40).optional(),
  is: z.enum(END_KINDS).optional(),
  points: z.enum(STUD_WAYS).optional(),
});
export const variantName = text(60).min(1);
const axleBar = z.object({
  diameterMm: mm(60),
  wallMm: mm(20).optional(),
  joins: z.enum(['links', 'beam']),
  ends: z.enum(BAR_ENDS).optional(),
  control: z.enum(BAR_CONTROLS).optional(),
});

const rows = <N extends string, S extends z.ZodType>(names: readonly N[], schema: S) =>
  Object.fromEntries(names.map((n) => [n, schema])) as Record<N, S>;
const hardPoints = schemaOf<HardPoints>()(z.object({ ...rows(POINTS, hardPoint), ...rows(MORE_POINTS, hardPoint.optional()) }));

const axleSpec = z.object({
  suspension: z.enum(SUSPENSIONS),
  steered: z.boolean(),
  powered: z.boolean().optional(),
  springSeat: z.enum(SPRING_SEATS),
  trackMm: z.number().min(800).max(2600),
  tyreWidthMm: z.number().min(90).max(500),
  tyreDiameterMm: z.number().min(380).max(1200),
  wheelNuts: z.object({ count: z.int().min(3).max(10), thread: text(20).min(1), hexMm: mm(60) }),
  bar: axleBar.nullable(),
  link: z
    .object({
      kind: z.enum(LINK_KINDS),
      lengthMm: mm(700),
      upper: stud,
      lower: stud,
      onto: z.enum(LINK_MOUNTS).optional(),
      weldedWashers: z.boolean().optional(),
    })
    .nullable(),
  bushing: z
    .object({
      kind: z.enum(BUSHING_KINDS),
      bolts: z.int().min(1).max(4),
      thread: text(20).min(1),
      hexMm: mm(60),
      pip: z.boolean().optional(),
    })
    .nullable(),
  shieldFasteners: z.int().min(0).max(40),
  points: hardPoints,
});

/** A vehicle type; one of an older program is carried over first. */
export const vehicleTypeSpec = upcasting(
  readVehicleType,
  schemaOf<VehicleTypeSpec>()(
    z.object({
      version: z.literal(VEHICLE_TYPE_VERSION),
      name: text(80).min(1),
      axles: z.object({ front: axleSpec, rear: axleSpec }),
      usual: z.array(z.enum(ASSUMABLE)).max(ASSUMABLE.length).optional(),
      variants: z
        .array(z.object({ name: variantName, front: axleBar.nullable().optional(), rear: axleBar.nullable().optional() }))
        .max(24)
        .optional(),
      jackingPoints: text(200).min(1),
      torqueBook: z.object({ front: z.array(bookValue).max(60), rear: z.array(bookValue).max(60) }),
      tips: z.array(text(300)).max(30),
    }),
  ),
);
