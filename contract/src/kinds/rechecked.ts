import * as z from 'zod';
import { RECHECK_RESULTS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { note, uuid } from '../words';

export const rechecked = schemaOf<EntryBodies['rechecked']>()(z.object({ recheck: uuid, result: z.enum(RECHECK_RESULTS), note }));
