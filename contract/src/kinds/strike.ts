import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text, uuid } from '../words';

export const strike = bodyOf<EntryBodies['strike']>()(z.object({ entry: uuid, why: text(300).min(1) }), {
  entry: '0193a000-0000-7000-8000-00000000000a',
  why: 'misread',
});
