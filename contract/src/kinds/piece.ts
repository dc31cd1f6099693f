import * as z from 'zod';
import { FATES, PIECE_REASONS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId, stepId, text } from '../words';

export const piece = bodyOf<EntryBodies['piece']>()(
  z.object({
    piece: stepId,
    joint: jointId,
    fate: z.enum(FATES),
    because: z.enum(PIECE_REASONS).optional(),
    note: text(300).optional(),
  }),
  { piece: 'front.left.link.nuts', joint: 'front.left.link-lower', fate: 'renewed', because: 'used once', note: 'with the link' },
);
