import * as z from 'zod';
import { ANSWER_WAYS, ANSWERS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { day, text, uuid } from '../words';

export const answer = bodyOf<EntryBodies['answer']>()(
  z.object({
    answer: z.enum(ANSWERS),
    on: day.optional(),
    what: text(300).min(1),
    parts: z.array(uuid).max(20),
    who: text(120).min(1),
    how: z.enum(ANSWER_WAYS),
    warning: text(500),
  }),
  {
    answer: 'later',
    on: '2026-12-24',
    what: 'both links',
    parts: ['0193a000-0000-7000-8000-00000000000a'],
    who: 'owner',
    how: 'by phone',
    warning: 'it will wear',
  },
);
