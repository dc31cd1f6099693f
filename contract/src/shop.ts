import * as z from 'zod';
import { DEFECTS, DIALECTS, DISTANCE_UNITS, isTimeZone, JOINT_KINDS, SIDES, type YardRules } from '@ash-knot/core';
import { schemaOf } from './same';

export const limitOwner = z.enum(['part maker', 'vehicle maker', 'shop rule', 'common practice']);
const limit = z.object({ limitMm: z.number().positive().max(20), owner: limitOwner });

export const yardRules = schemaOf<YardRules>()(
  z.object({
    dialect: z.enum(DIALECTS),
    driverSide: z.enum(SIDES),
    verdictThreshold: z.number().min(0.3).max(0.99),
    playLimits: z.partialRecord(z.enum(JOINT_KINDS), limit),
    // Rules written down before slight was a grade: as is common practice.
    slightFails: z.array(z.enum(JOINT_KINDS)).max(20).default(['ball-joint', 'upper-ball-joint']),
    // Rules written down before there was one: nothing is said to fail.
    inspection: z
      .object({ source: z.string().trim().max(160), play: z.boolean(), defects: z.array(z.enum(DEFECTS)).max(DEFECTS.length) })
      .refine((r) => r.source !== '' || (!r.play && r.defects.length === 0), {
        error: 'must say where the inspection rule is written',
        path: ['source'],
      })
      .default({ source: '', play: false, defects: [] }),
    recheckKm: z.number().min(20).max(1000),
    alignmentJoints: z.array(z.enum(JOINT_KINDS)).max(20),
    // Rules written down before there was such a rule do not allow it.
    linksOffDrive: z.boolean().default(false),
    // Every price was in euros before a shop could say.
    currency: z
      .string()
      .regex(/^[A-Z]{3}$/, { error: 'must be three capitals, such as EUR' })
      .default('EUR'),
    // Rules written down before a shop had a rate: work is told in minutes.
    prices: z
      .object({
        labourMinorPerHour: z.int().min(0).max(10_000_000),
        taxPercent: z.number().min(0).max(100),
        taxIncluded: z.boolean(),
      })
      .default({ labourMinorPerHour: 0, taxPercent: 0, taxIncluded: true }),
    // Rules written down before a shop could say: metric.
    inchFirst: z.boolean().default(false),
    distance: z.enum(DISTANCE_UNITS).default('km'),
    // Rules written down before there was a choice: the names stand at the sign-in.
    namesAtDoor: z.boolean().default(true),
    // Rules written down before a shop could say: each device's own.
    timeZone: z
      .string()
      .max(60)
      .refine(isTimeZone, { error: 'must be a time zone such as Europe/Oslo or UTC' })
      .nullable()
      .default(null),
  }),
);
