import * as z from 'zod';
import { HEARD, MANOEUVRES, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';

export const drive = schemaOf<EntryBodies['drive']>()(z.object({ manoeuvre: z.enum(MANOEUVRES), heard: z.enum(HEARD) }));
