import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { stepId } from '../words';

export const caution = schemaOf<EntryBodies['caution']>()(z.object({ step: stepId }));
