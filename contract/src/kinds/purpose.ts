import * as z from 'zod';
import type { EntryBodies } from '@ash-knot/core';
import { bodyOf } from '../same';
import { text } from '../words';

export const purpose = bodyOf<EntryBodies['purpose']>()(z.object({ what: text(300).min(1), rule: text(120) }), {
  what: 'left link, lower end, torn boot',
  rule: 'the yearly inspection',
});
