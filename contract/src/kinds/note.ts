import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

export const note = bodyOf<EntryBodies['note']>()(z.object({ text: text(2000).min(1) }), { text: 'left the radio on' });
