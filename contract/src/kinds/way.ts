import * as z from 'zod';
import { WAYS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { stepId } from '../words';

export const way = bodyOf<EntryBodies['way']>()(z.object({ step: stepId, way: z.enum(WAYS) }), {
  step: 'bushing-off-left',
  way: 'field',
});
