import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { bookValue } from '../vehicle';
import { axleEnd } from '../words';

export const book = bodyOf<EntryBodies['book']>()(z.object({ axle: axleEnd, value: bookValue }), {
  axle: 'front',
  value: {
    fastener: 'bracket-bolt',
    minNm: 20,
    maxNm: 24,
    value: 20,
    valueMax: 24,
    unit: 'N·m',
    thread: 'M8×1.25',
    condition: 'dry',
    source: 'the maker’s book, page 3',
    publisher: 'vehicle maker',
  },
});
