import * as z from 'zod';
import { LOCKS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { fastenerId } from '../words';

export const lock = bodyOf<EntryBodies['lock']>()(z.object({ fastener: fastenerId, how: z.enum(LOCKS) }), {
  fastener: 'front.left.ball-joint-nut',
  how: 'new cotter',
});
