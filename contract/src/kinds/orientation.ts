import * as z from 'zod';
import { ORIENTATIONS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId, stepId } from '../words';

export const orientation = bodyOf<EntryBodies['orientation']>()(
  z.object({ step: stepId, joint: jointId, orientation: z.enum(ORIENTATIONS) }),
  { step: 'fit-link-left', joint: 'front.left.link-lower', orientation: 'link studs' },
);
