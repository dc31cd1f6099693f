import * as z from 'zod';
import {
  AXLES,
  BUSHING_KINDS,
  FASTENER_KINDS,
  HOLDS,
  LINK_KINDS,
  SIDES,
  splitJoint,
  SPRING_SEATS,
  SUSPENSIONS,
  type BookValue,
  type JointId,
  type VehicleTypeSpec,
} from '@ash-knot/core';

export const side = z.enum(SIDES);
export const axleEnd = z.enum(AXLES);
export const jointId = z.custom<JointId>((v) => typeof v === 'string' && v.length < 60 && splitJoint(v) !== undefined, {
  error: 'must be a joint such as front.left.link-lower',
});
export const fastenerId = z.custom<`${(typeof AXLES)[number]}.${(typeof SIDES)[number]}.${(typeof FASTENER_KINDS)[number]}`>(
  (v) => {
    if (typeof v !== 'string') return false;
    const [a, s, k, ...rest] = v.split('.');
    return (
      rest.length === 0 &&
      (AXLES as readonly string[]).includes(a!) &&
      (SIDES as readonly string[]).includes(s!) &&
      (FASTENER_KINDS as readonly string[]).includes(k!)
    );
  },
  { error: 'must be a fastener such as front.left.link-lower-nut' },
);
/** Free text a person typed, trimmed. */
export const text = (max: number) => z.string().trim().max(max);
const mm = (max: number) => z.number().positive().max(max);
const point = z.tuple([z.number().min(-200).max(2000), z.number().min(0).max(2500)]).readonly();

export const bookValue = z
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
    publisher: z.enum(['vehicle maker', 'part maker']),
  })
  .refine((v) => v.maxNm >= v.minNm, {
    error: 'must not be less than the lower end',
    path: ['maxNm'],
  }) satisfies z.ZodType<BookValue>;

const stud = z.object({
  thread: text(20).min(1),
  nutHexMm: mm(60),
  hold: z.enum(HOLDS),
  holdMm: mm(40).optional(),
});

export const axleSpec = z.object({
  suspension: z.enum(SUSPENSIONS),
  steered: z.boolean(),
  driven: z.boolean().optional(),
  springSeat: z.enum(SPRING_SEATS),
  trackMm: z.number().min(800).max(2600),
  tyreWidthMm: z.number().min(90).max(500),
  tyreDiameterMm: z.number().min(380).max(1200),
  wheelNuts: z.object({ count: z.int().min(3).max(10), thread: text(20).min(1), hexMm: mm(60) }),
  barDiameterMm: mm(60).nullable(),
  link: z.object({ kind: z.enum(LINK_KINDS), lengthMm: mm(700), upper: stud, lower: stud }).nullable(),
  bushing: z
    .object({
      kind: z.enum(BUSHING_KINDS),
      bolts: z.int().min(1).max(4),
      thread: text(20).min(1),
      hexMm: mm(60),
    })
    .nullable(),
  shieldFasteners: z.int().min(0).max(40),
  points: z.object({
    hub: point,
    armInner: point,
    armOuter: point,
    springTop: point,
    springFoot: point,
    damperTop: point,
    damperFoot: point,
    upperInner: point.optional(),
    upperOuter: point.optional(),
    rackEnd: point.optional(),
    tieRodOuter: point.optional(),
    barBushing: point.optional(),
    barEye: point.optional(),
    linkMount: point.optional(),
  }),
});

export const vehicleTypeSpec = z.object({
  name: text(80).min(1),
  axles: z.object({ front: axleSpec, rear: axleSpec }),
  jackingPoints: text(200).min(1),
  torqueBook: z.object({ front: z.array(bookValue).max(60), rear: z.array(bookValue).max(60) }),
  tips: z.array(text(300)).max(30),
}) satisfies z.ZodType<VehicleTypeSpec>;
