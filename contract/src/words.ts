import * as z from 'zod';
import {
  AXLES,
  isFastenerId,
  isFaultId,
  isJointId,
  type Cause,
  type FastenerId,
  type JointId,
  SIDES,
  splitFault,
} from '@ash-knot/core';

/** Free text a person typed, trimmed. */
export const text = (max: number) => z.string().trim().max(max);
export const note = text(2000);
/** A year somebody can have meant: a slip of the finger is told by its field, and no table has to take it. */
const years = (from: number, to: number) => ({
  check: (iso: string) => Number(iso.slice(0, 4)) >= from && Number(iso.slice(0, 4)) <= to,
  error: `must lie between the years ${from} and ${to}`,
});
const ofDays = years(1990, 2199);
const ofMoments = years(2000, 2199);
/** A day, such as 2026-12-01. */
export const day = z.iso.date().refine(ofDays.check, { error: ofDays.error });
/** A moment with its offset from UTC. */
export const moment = z.iso.datetime({ offset: true }).refine(ofMoments.check, { error: ofMoments.error });
export const uuid = z.uuid();
export const side = z.enum(SIDES);
export const axleEnd = z.enum(AXLES);
export const stepId = text(80).min(1);
export const gaugeId = text(60).min(1);
/** A torque a wrench of this trade can have, N·m. */
export const nm = z.number().positive().max(1000);

export const speakingWrench = z.object({ id: gaugeId, name: text(60), simulated: z.boolean() });

export const jointId = z.custom<JointId>((v) => typeof v === 'string' && isJointId(v), {
  error: 'must be a joint such as front.left.link-lower',
});
export const fastenerId = z.custom<FastenerId>((v) => typeof v === 'string' && isFastenerId(v), {
  error: 'must be a fastener such as front.left.link-lower-nut',
});
/** A fault, or a joint whose faults were not told apart. */
export const cause = z.custom<Cause>((v) => typeof v === 'string' && (isFaultId(v) || splitFault(v) !== undefined), {
  error: 'must be a fault or a joint this program knows',
});

/** A list in which nothing is named twice. */
export const unique = <T extends z.ZodType>(item: T, max: number) =>
  z
    .array(item)
    .max(max)
    .refine((a) => new Set(a).size === a.length, { error: 'must not name anything twice' });
