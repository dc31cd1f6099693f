import * as z from 'zod';
import { ANSWER_WAYS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

export const told = bodyOf<EntryBodies['told']>()(
  z.object({ what: text(300).min(1), who: text(120).min(1), how: z.enum(ANSWER_WAYS) }),
  { what: 'the ball joint', who: 'owner', how: 'in person' },
);
