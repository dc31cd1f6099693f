import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { cause, note } from '../words';

export const verdict = schemaOf<EntryBodies['verdict']>()(
  z.object({ causes: z.array(cause).max(12), reproduced: z.boolean(), note }),
);
