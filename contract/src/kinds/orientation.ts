import * as z from 'zod';
import { ORIENTATIONS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { jointId, stepId } from '../words';

export const orientation = schemaOf<EntryBodies['orientation']>()(
  z.object({ step: stepId, joint: jointId, orientation: z.enum(ORIENTATIONS) }),
);
