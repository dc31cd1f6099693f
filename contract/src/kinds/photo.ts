import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { jointId, stepId, text, uuid } from '../words';

export const photo = schemaOf<EntryBodies['photo']>()(
  z.object({ photo: uuid, joint: jointId.optional(), step: stepId.optional(), caption: text(200) }),
);
