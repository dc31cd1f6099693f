import * as z from 'zod';
import { CONFIRM_OUTCOMES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { cause, jointId, note } from '../words';

export const confirm = bodyOf<EntryBodies['confirm']>()(
  z.object({ joint: jointId, outcome: z.enum(CONFIRM_OUTCOMES), note, instead: cause.optional() }),
  {
    joint: 'front.left.link-lower',
    outcome: 'something else',
    note: '',
    instead: 'front.left.bracket-bolts',
  },
);
