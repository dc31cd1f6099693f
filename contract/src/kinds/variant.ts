import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { variantName } from '../vehicle';

export const variant = bodyOf<EntryBodies['variant']>()(z.object({ name: variantName }), { name: 'front bar 22' });
