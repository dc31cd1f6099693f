import * as z from 'zod';
import { LIST_IDS, MOST_COLUMNS, type ListMatch } from '@ash-knot/core/lists';
import { schemaOf } from '../same';
import { text } from '../words';

export const listId = z.enum(LIST_IDS);
/** A file with a list in it: its name tells how it is read. */
export const listFile = z.object({
  name: text(120).min(1),
  /** Of a workbook; its first where none is named. */
  sheet: z.string().max(120).default(''),
});
/** How a list is written out. */
export const listAs = z.object({ as: z.enum(['csv', 'xlsx']) });

const head = z.string().max(4000);
const few = <T extends z.ZodType>(of: T, most: number) =>
  z.record(z.string().max(80), of).refine((r) => Object.keys(r).length <= most, { error: `must have at most ${most}` });
/** Which column of the file is which of ours, and what its words are in ours. */
export const listMatch = schemaOf<ListMatch>()(
  z.object({
    columns: few(z.union([z.object({ column: head }), z.object({ all: text(400) })]), MOST_COLUMNS),
    words: few(
      z
        .record(z.string().max(4000), text(200))
        .refine((r) => Object.keys(r).length <= 2000, { error: 'must have at most 2000 words' }),
      MOST_COLUMNS,
    ),
  }),
);
/** Taken in: all of it, or without the lines that are wrong, which are set aside. */
export const takeList = z.object({ leaveOut: z.boolean() });
/** Taken back, or only told what would be. */
export const undoList = z.object({ try: z.boolean() });
