import * as z from 'zod';
import { ROAD_RESULTS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { note } from '../words';

export const roadTest = bodyOf<EntryBodies['road-test']>()(z.object({ result: z.enum(ROAD_RESULTS), note }), {
  result: 'quiet',
  note: '',
});
