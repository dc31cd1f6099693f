import * as z from 'zod';
import { ANSWER_WAYS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { day, jointId, text } from '../words';

export const told = bodyOf<EntryBodies['told']>()(
  z.object({
    what: text(1200).min(1),
    joints: z.array(jointId).max(60).optional(),
    about: z.literal('inspection').optional(),
    answer: z.enum(['declined', 'later']).optional(),
    on: day.optional(),
    who: text(120).min(1),
    how: z.enum(ANSWER_WAYS),
  }),
  { what: 'the ball joint', joints: ['front.left.ball-joint'], who: 'owner', how: 'in person' },
);
