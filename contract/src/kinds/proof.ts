import * as z from 'zod';
import { PROOFS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId } from '../words';

export const proof = bodyOf<EntryBodies['proof']>()(
  z.object({
    results: z
      .array(z.object({ joint: jointId, result: z.enum(PROOFS) }))
      .min(1)
      .max(60),
  }),
  { results: [{ joint: 'front.left.link-lower', result: 'no play' }] },
);
