import * as z from 'zod';
import { TROUBLES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { stepId } from '../words';

export const trouble = bodyOf<EntryBodies['trouble']>()(z.object({ step: stepId, what: z.enum(TROUBLES) }), {
  step: 'link-off-left',
  what: 'stud spins',
});
