import * as z from 'zod';
import { MARKS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { fastenerId } from '../words';

export const mark = schemaOf<EntryBodies['mark']>()(z.object({ fastener: fastenerId, how: z.enum(MARKS) }));
