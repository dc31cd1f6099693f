import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

export const goOn = bodyOf<EntryBodies['go-on']>()(z.object({ without: z.enum(['verdict']), why: text(300).min(1) }), {
  without: 'verdict',
  why: 'the owner wants the links renewed whatever it is',
});
