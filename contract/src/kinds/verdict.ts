import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { cause, note } from '../words';

export const verdict = bodyOf<EntryBodies['verdict']>()(
  z.object({ causes: z.array(cause).max(12), reproduced: z.boolean(), note }),
  { causes: ['front.left.link-lower', 'front.left.bracket-bolts'], reproduced: true, note: '' },
);
