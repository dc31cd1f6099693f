import * as z from 'zod';
import { CHARACTERS, HANDLING, HISTORY, WHENS, WHERES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { note, unique } from '../words';

export const complaint = bodyOf<EntryBodies['complaint']>()(
  z.object({
    character: unique(z.enum(CHARACTERS), 8),
    where: unique(z.enum(WHERES), 6),
    when: unique(z.enum(WHENS), 10),
    handling: unique(z.enum(HANDLING), 5),
    history: unique(z.enum(HISTORY), 8),
    words: note,
  }),
  {
    character: ['dull clunk'],
    where: ['front', 'left'],
    when: ['pothole'],
    handling: ['loose steering'],
    history: ['corrosion'],
    words: 'knocks on the cobbles',
  },
);
