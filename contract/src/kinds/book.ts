import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { schemaOf } from '../same';
import { bookValue } from '../vehicle';
import { axleEnd } from '../words';

export const book = schemaOf<EntryBodies['book']>()(z.object({ axle: axleEnd, value: bookValue }));
