import * as z from 'zod';
import { WHEEL_MATERIALS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';

export const wheels = bodyOf<EntryBodies['wheels']>()(z.object({ material: z.enum(WHEEL_MATERIALS) }), { material: 'alloy' });
