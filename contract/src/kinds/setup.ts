import * as z from 'zod';
import { EQUIPMENT, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';

export const setup = schemaOf<EntryBodies['setup']>()(z.object({ equipment: z.enum(EQUIPMENT), corroded: z.boolean() }));
