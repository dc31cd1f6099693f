import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { note } from '../words';

export const alignment = schemaOf<EntryBodies['alignment']>()(z.object({ state: z.enum(['done', 'booked']), note }));
