import * as z from 'zod';
import { MEASUREMENTS_FORMAT, type EntryKind, type MeasurementFile } from '@ash-knot/core';
import { gaugeSpec } from './gauge';
import { linesOf, readLinesOf } from './entry';

/** Kinds of entry a measurement file holds. */
const MEASURED: readonly EntryKind[] = ['reading', 'zero', 'loop', 'film', 'result', 'strike'];
const ERROR = `must be a measurement: ${MEASURED.slice(0, -1).join(', ')} or ${MEASURED.at(-1)}`;

const fileOf = <S extends z.ZodType>(line: S) =>
  z.object({
    format: z.literal(MEASUREMENTS_FORMAT, { error: `must be "${MEASUREMENTS_FORMAT}"` }),
    job: z.uuid(),
    vehicle: z.object({ id: z.string().min(1).max(60), plate: z.string().max(40), typeName: z.string().max(120) }).optional(),
    gauges: z.array(gaugeSpec).max(200),
    entries: z.array(line).max(5000),
    loops: z.record(z.uuid(), z.string().max(8_000_000)),
  });

/** Everything measured on a job, as a file; lines of an older program are carried over. */
export const measurementFile = fileOf(readLinesOf(MEASURED, ERROR)) as unknown as z.ZodType<MeasurementFile>;
/** The same in today's shape alone: what is published. */
export const publishedMeasurementFile = fileOf(linesOf(MEASURED, ERROR));
