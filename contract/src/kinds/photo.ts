import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { jointId, stepId, text, uuid } from '../words';

export const photo = bodyOf<EntryBodies['photo']>()(
  z.object({ photo: uuid, joint: jointId.optional(), step: stepId.optional(), caption: text(200) }),
  { photo: '0193a000-0000-7000-8000-00000000000a', joint: 'front.left.link-lower', step: 'link-off-left', caption: 'before' },
);
