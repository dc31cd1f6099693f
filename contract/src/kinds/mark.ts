import * as z from 'zod';
import { MARKS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId } from '../words';

export const mark = bodyOf<EntryBodies['mark']>()(z.object({ fastener: fastenerId, how: z.enum(MARKS) }), {
  fastener: 'front.left.bracket-bolt',
  how: 'firm, unpublished',
});
