import * as z from 'zod';
import { CONFIRM_OUTCOMES, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { cause, jointId, note } from '../words';

export const confirm = schemaOf<EntryBodies['confirm']>()(
  z.object({ joint: jointId, outcome: z.enum(CONFIRM_OUTCOMES), note, instead: cause.optional() }),
);
