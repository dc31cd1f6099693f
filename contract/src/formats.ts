import * as z from 'zod';
import { MEASUREMENTS_FORMAT, SUSPECTS_TABLE_FORMAT } from '@ash-knot/core';
import { openApi } from './openapi';
import { publishedMeasurementFile } from './measurement-file';
import { publishedSuspectsTable } from './suspects-table';

const json = (schema: z.ZodType, title: string) => ({
  // Texts are trimmed as they come in: what is published is what may be sent.
  ...z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' }),
  title,
});

/** The JSON Schemas that are published in docs/formats, by file name, and what may be asked; `npm run schemas` writes them. */
export const publishedSchemas = (): Readonly<Record<string, object>> => ({
  'suspects-table.schema.json': json(publishedSuspectsTable, `Ash Knot suspects table: ${SUSPECTS_TABLE_FORMAT}`),
  'openapi.json': openApi(),
  'measurements.schema.json': json(publishedMeasurementFile, `Ash Knot measurement file: ${MEASUREMENTS_FORMAT}`),
});
