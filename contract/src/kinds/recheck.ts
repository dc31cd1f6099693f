import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { text } from '../words';

export const recheck = schemaOf<EntryBodies['recheck']>()(
  z.object({ what: text(200).min(1), atKm: z.number().min(0).max(3_000_000), onDate: z.iso.date() }),
);
