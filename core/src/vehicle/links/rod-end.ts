import type { LinkKindSpec } from './link-kind';

/** A bare rod end at each end, on a threaded rod with a lock nut each: its length is set. */
export const rodEnd: LinkKindSpec = {
  name: 'adjustable rod ends',
  ends: { upper: 'rod end', lower: 'rod end' },
  oneBolt: false,
  lockNuts: 2,
  drawn: 'rod',
};
