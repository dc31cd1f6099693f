import * as z from 'zod';
import {
  attempt,
  DEFECTS,
  FAULT_KINDS,
  LINK_KINDS,
  readSuspectsTable,
  SIGNS,
  SUSPECTS_TABLE_FORMAT,
  SUSPENSIONS,
  type SuspectsTable,
} from '@ash-knot/core';
import { schemaOf } from './same';

const p = z.number().min(0).max(1);
const factor = z.number().gt(0).max(1e7);
const sign = z.enum(SIGNS);
const fault = z.enum(FAULT_KINDS);
const signs = z.partialRecord(sign, p);
const observed = z.object({ leak: p, by: z.partialRecord(fault, p) });

/** What is published of the table's shape. What comes in is read by core, which names what is wrong in a sentence. */
export const publishedSuspectsTable = schemaOf<SuspectsTable>()(
  z.object({
    format: z.literal(SUSPECTS_TABLE_FORMAT),
    provenance: z.string().min(1).describe('Where the numbers come from.'),
    faults: z
      .record(fault, z.object({ prior: p, signs }))
      .describe(
        'Every kind of fault: the chance that the part is worn on a vehicle that comes in with a noise, and the chance that it alone makes each sign noticed.',
      ),
    variants: z
      .array(
        z.object({
          suspension: z.array(z.enum(SUSPENSIONS)).optional(),
          link: z.array(z.enum(LINK_KINDS)).optional(),
          fault,
          prior: p.optional(),
          signs: signs.optional(),
          why: z.string(),
        }),
      )
      .describe('What differs by layout of the axle or kind of link; later ones win.'),
    leaks: z.record(sign, p).describe('How often each sign is noticed with no fault of the list at all.'),
    felt: observed.describe('What the hand feels by a check that counts.'),
    seen: z.record(z.enum(DEFECTS), observed).describe('What is seen: its causes and how often it is seen without one.'),
    measured: z.object({ beyondWhenWorn: p, beyondWhenSound: p }),
    drive: z
      .object({
        sharper: factor,
        most: p,
        leak: p,
        otherWheel: z.object({ bar: p, rest: p }),
        outside: factor,
        inside: factor,
        linksOff: z.object({ bar: p, anotherNoise: p, rest: p }),
      })
      .describe('The shop’s own drive against the customer’s word.'),
    place: z
      .object({
        axle: p,
        axleLeak: p,
        axleDoubt: p,
        side: p,
        otherSide: p,
        sideLeak: p,
        sideDoubt: p,
        noPlace: p,
      })
      .describe('How much a named place points at a fault there.'),
    priors: z
      .object({
        distanceKm: factor,
        least: factor,
        most: factor,
        kerbSide: factor,
        impact: factor,
        corrosion: factor,
        corrosionAtRubberAndSprings: factor,
        changedLately: factor,
        wheelsHandled: factor,
        workedOnLately: factor,
        sistersWeight: factor,
      })
      .describe('What raises or lowers a prior: factors, distanceKm in km.'),
  }),
);

/** A suspects table as it comes in: core says what is wrong with it, in a sentence. */
export const suspectsTableFile = z.unknown().transform((file, ctx): SuspectsTable => {
  const read = attempt(() => readSuspectsTable(file));
  if (read.ok) return read.value;
  ctx.addIssue({ code: 'custom', message: read.error.message, path: [read.error.field] });
  return z.NEVER;
});
