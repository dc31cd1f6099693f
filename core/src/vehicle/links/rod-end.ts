import type { KindPiece } from '../assembled';
import { ROD, type LinkKindSpec } from './link-kind';

/** It keeps the length that was set; it stays on its rod. */
const LOCK_NUT: KindPiece = { role: 'lock nut', of: 'part', turns: 'link-lock-nut' };

/** A bare rod end at each end, on a threaded rod with a lock nut each: its length is set. */
export const rodEnd: LinkKindSpec = {
  name: 'adjustable rod ends',
  ends: { upper: 'rod end', lower: 'rod end' },
  oneBolt: false,
  body: [LOCK_NUT, ...ROD, LOCK_NUT],
  drawn: 'rod',
};
