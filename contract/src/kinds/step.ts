import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { stepId } from '../words';

export const step = schemaOf<EntryBodies['step']>()(z.object({ step: stepId, state: z.enum(['done', 'undone']) }));
