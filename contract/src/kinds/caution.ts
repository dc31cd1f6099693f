import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { stepId } from '../words';

export const caution = bodyOf<EntryBodies['caution']>()(z.object({ step: stepId }), { step: 'raise' });
