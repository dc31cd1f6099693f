import * as z from 'zod';
import { DEFECTS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId } from '../words';

export const defect = bodyOf<EntryBodies['defect']>()(z.object({ joint: jointId, what: z.enum(DEFECTS) }), {
  joint: 'front.left.link-lower',
  what: 'boot torn',
});
