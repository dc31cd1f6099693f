import * as z from 'zod';
import { RECHECK_RESULTS, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { note, uuid } from '../words';

export const rechecked = bodyOf<EntryBodies['rechecked']>()(z.object({ recheck: uuid, result: z.enum(RECHECK_RESULTS), note }), {
  recheck: '0193a000-0000-7000-8000-00000000000a',
  result: 'tight',
  note: '',
});
