import * as z from 'zod';
import { FATES, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { jointId, stepId, text } from '../words';

export const piece = schemaOf<EntryBodies['piece']>()(
  z.object({ piece: stepId, joint: jointId, fate: z.enum(FATES), note: text(300).optional() }),
);
