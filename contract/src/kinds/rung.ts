import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { stepId, text } from '../words';

export const rung = bodyOf<EntryBodies['rung']>()(
  z.object({ step: stepId, ladder: text(40).min(1), rung: text(40).min(1), title: text(200).min(1), worked: z.boolean() }),
  { step: 'link-off-left', ladder: 'stud spins', rung: 'pliers', title: 'Locking pliers on the stud', worked: true },
);
