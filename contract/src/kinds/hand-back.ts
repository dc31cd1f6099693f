import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { note } from '../words';

export const handBack = schemaOf<EntryBodies['hand-back']>()(z.object({ distanceKm: z.number().min(0).max(3_000_000), note }));
