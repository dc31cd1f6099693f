import * as z from 'zod';
import { VEHICLE_STATES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';

export const stands = bodyOf<EntryBodies['stands']>()(z.object({ state: z.enum(VEHICLE_STATES) }), { state: 'both-hanging' });
