import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { day, text } from '../words';

export const recheck = bodyOf<EntryBodies['recheck']>()(
  z.object({ what: text(200).min(1), atKm: z.number().min(0).max(3_000_000), onDate: day }),
  { what: 'link nuts', atKm: 100, onDate: '2026-12-01' },
);
