import * as z from 'zod';
import { FATES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId, stepId, text } from '../words';

export const piece = bodyOf<EntryBodies['piece']>()(
  z.object({ piece: stepId, joint: jointId, fate: z.enum(FATES), note: text(300).optional() }),
  { piece: 'front.left.link.nuts', joint: 'front.left.link-lower', fate: 'renewed', note: 'with the link' },
);
