import * as z from 'zod';
import { ROAD_RESULTS, type EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { note } from '../words';

export const roadTest = schemaOf<EntryBodies['road-test']>()(z.object({ result: z.enum(ROAD_RESULTS), note }));
