import * as z from 'zod';
import { DEFECTS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { jointId } from '../words';

export const defect = schemaOf<EntryBodies['defect']>()(z.object({ joint: jointId, what: z.enum(DEFECTS) }));
