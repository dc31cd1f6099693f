import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { text, uuid } from '../words';

export const strike = schemaOf<EntryBodies['strike']>()(z.object({ entry: uuid, why: text(300).min(1) }));
