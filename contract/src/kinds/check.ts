import * as z from 'zod';
import { CHECK_IDS, CHECK_RESULTS, ELSEWHERE_CHECK_IDS, OTHER_FAULTS, VEHICLE_STATES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId } from '../words';

export const check = bodyOf<EntryBodies['check']>()(
  z.object({
    check: z.enum([...CHECK_IDS, ...ELSEWHERE_CHECK_IDS]),
    state: z.enum(VEHICLE_STATES),
    results: z
      .array(z.object({ joint: z.union([jointId, z.enum(OTHER_FAULTS)]), result: z.enum(CHECK_RESULTS) }))
      .min(1)
      .max(60),
    rocks: z.boolean().optional(),
  }),
  {
    check: 'shake-12-6',
    state: 'both-hanging',
    results: [
      { joint: 'front.left.ball-joint', result: 'can’t tell' },
      { joint: 'front.left.wheel-bearing', result: 'can’t tell' },
    ],
    rocks: true,
  },
);
