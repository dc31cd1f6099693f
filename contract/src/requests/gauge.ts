import * as z from 'zod';
import { text } from '../words';

/** What a gauge sends to the open sheet of its bay, as it sent it. */
export const gaugeSays = z.object({ text: z.string().min(1).max(80) });

export const newStudy = z.object({
  id: z.uuid(),
  limitMm: z.number().positive().max(20),
  readings: z
    .array(z.object({ joint: text(60).min(1), person: text(60).min(1), playMm: z.number().min(0).max(50) }))
    .min(4)
    .max(400),
});

export const clickRequest = z.object({ job: z.uuid(), targetNm: z.number().positive().max(1000) });
