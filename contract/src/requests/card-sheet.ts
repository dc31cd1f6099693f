import * as z from 'zod';
import { text } from '../words';

export const SHEET_PAPERS = ['A4', 'Letter'] as const;

/** A sheet of cards that is to be printed. */
export const newCardSheet = z.object({ id: z.uuid(), paper: z.enum(SHEET_PAPERS) });

/** What its ruler line of 100 mm was measured to be, by which gauge; how far that may be off (standard uncertainty). */
export const measuredRuler = z.object({
  mm: z.number().min(90).max(110),
  uMm: z.number().min(0.001).max(5),
  gauge: text(40).min(1),
});
