import * as z from 'zod';
import { readSuspectsTable } from '@ash-knot/core/suspects-table';
import {
  attempt,
  DEFECTS,
  FAULT_KINDS,
  JOINT_KINDS,
  LINK_KINDS,
  SIGNS,
  SORTS,
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
const sounds = z.number().min(0).max(0.99);
const place = z.object({ leak: p, front: p, rear: p, elsewhere: p, by: z.partialRecord(fault, p) });
const observed = z.object({ leak: p, by: z.partialRecord(fault, p) });

/** What is published of the table's shape. What comes in is read by core, which names what is wrong in a sentence. */
export const publishedSuspectsTable = schemaOf<SuspectsTable>()(
  z.object({
    format: z.literal(SUSPECTS_TABLE_FORMAT),
    provenance: z.string().min(1).describe('Where the numbers come from.'),
    faults: z
      .record(fault, z.object({ prior: p, sounds, signs }))
      .describe(
        'Every kind of fault: the chance that the part is worn on a vehicle that comes in with a noise, that it sounds where it is worn, and that it alone makes each sign noticed.',
      ),
    variants: z
      .array(
        z.object({
          suspension: z.array(z.enum(SUSPENSIONS)).optional(),
          link: z.array(z.enum(LINK_KINDS)).optional(),
          fault,
          prior: p.optional(),
          sounds: sounds.optional(),
          signs: signs.optional(),
          why: z.string(),
        }),
      )
      .describe('What differs by layout of the axle or kind of link; later ones win.'),
    leaks: z.record(sign, p).describe('How often each sign is noticed with no fault of the list at all.'),
    felt: observed
      .extend({ slight: z.object({ ifMoves: p, ifNot: p }) })
      .describe(
        'What the hand feels by a check that counts; slight: how often a trace is said of what really moves, and of what does not.',
      ),
    seen: z.record(z.enum(DEFECTS), observed).describe('What is seen: its causes and how often it is seen without one.'),
    naming: z
      .record(z.enum(SORTS), z.object({ named: p, wrongly: p }))
      .describe('Whether a customer who was asked names a sign: one that is there, and one that is not.'),
    unlisted: z
      .object({ prior: sounds, sign: p, place: p, drive: p })
      .describe('A source that is none of the list, with a flat profile.'),
    sources: z
      .object({ none: p, two: p, three: p })
      .describe(
        'How often somebody comes with one noise, by how many sources it has; 1 with one. With more than three it is told as several.',
      ),
    play: z
      .object({
        spread: z.object({ together: factor, sound: factor, worn: factor, since: factor }),
        by: z.partialRecord(z.enum(JOINT_KINDS), z.object({ soundMm: factor, wornMm: factor })),
      })
      .describe('Play of sound and of worn joints, log-normal: medians in mm, standard deviations of the logarithm.'),
    drive: z
      .object({
        sharper: factor,
        most: p,
        leak: p,
        otherWheel: z.object({ bar: p, rest: p }),
        outside: factor,
        inside: factor,
        linksOff: z.object({ bar: p, leak: p, anotherNoise: p, rest: p }),
      })
      .describe('The shop’s own drive against the customer’s word.'),
    places: z
      .object({
        front: place,
        'front floor': place,
        dashboard: place,
        rear: place,
        'rear floor': place,
        'luggage area': place,
        side: z.object({ leak: p, own: p, other: p, elsewhere: p }),
      })
      .describe('How much a named place points at a fault of either axle, of neither, or of a kind heard there.'),
    priors: z
      .object({
        distanceKm: factor,
        least: factor,
        most: factor,
        kerbSide: factor,
        impact: factor,
        corrosion: factor,
        corrosionAtRubberAndSprings: factor,
        changedFlag: factor,
        newBump: factor,
        newKm: factor,
        wheelsHandled: factor,
        workedOnLately: factor,
        touchedLately: factor,
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
