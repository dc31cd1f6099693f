import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { text } from '../words';

export const note = schemaOf<EntryBodies['note']>()(z.object({ text: text(2000).min(1) }));
