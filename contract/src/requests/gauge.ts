import * as z from 'zod';
import { nm, text } from '../words';

/** What a gauge sends to the open sheet of its bay, as it sent it. */
export const gaugeSays = z.object({ text: z.string().min(1).max(80) });

export const newStudy = z.object({
  id: z.uuid(),
  limitMm: z.number().positive().max(20),
  readings: z
    .array(z.object({ joint: text(60).min(1), person: text(60).min(1), playMm: z.number().min(0).max(50) }))
    .min(4)
    .max(400),
  /** What each joint's play is known to be, mm, where that is known: a feeler gauge, set against a stop. */
  truths: z.record(text(60).min(1), z.number().min(0).max(50)).optional(),
});

/** A simulated gauge that somebody opened in this bay, or shut. */
export const gaugeHere = z.object({ here: z.enum(['simulated', 'gone']) });

/** What a simulated wrench is asked to pull at. */
export const pullRequest = z.object({ nm });
