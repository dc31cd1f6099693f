import * as z from 'zod';
import { JOINT_KINDS, TASKS, WAYS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

export const tip = bodyOf<EntryBodies['tip']>()(
  z.object({
    task: z.enum(TASKS),
    kind: z.enum(JOINT_KINDS).optional(),
    text: text(300).min(1),
    way: z.enum(WAYS).optional(),
    source: text(160).optional(),
  }),
  {
    task: 'bushing off',
    kind: 'frame-bushing',
    text: 'one bolt cannot be seen: short 13 mm socket from above the rack',
    way: 'field',
    source: 'the yard',
  },
);
