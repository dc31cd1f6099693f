import * as z from 'zod';
import { CHARACTERS, CONDITIONS, HANDLING, HISTORY, LIKENESSES, WHENS, WHERES, type EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { note, unique } from '../words';

export const complaint = bodyOf<EntryBodies['complaint']>()(
  z.object({
    character: unique(z.enum(CHARACTERS), 9),
    where: unique(z.enum(WHERES), 10),
    when: unique(z.enum(WHENS), 11),
    handling: unique(z.enum(HANDLING), 5),
    conditions: unique(z.enum(CONDITIONS), 4),
    like: unique(z.enum(LIKENESSES), 7),
    history: unique(z.enum(HISTORY), 8),
    words: note,
  }),
  {
    character: ['dull clunk'],
    where: ['front', 'left'],
    when: ['pothole'],
    handling: ['loose steering'],
    conditions: ['cold only'],
    like: ['hard knock'],
    history: ['corrosion'],
    words: 'knocks on the cobbles',
  },
);
