import type { LinkKindSpec } from './link-kind';

/** One bolt through grommets, dished washers and a sleeve. */
export const boltThrough: LinkKindSpec = {
  name: 'bolt through grommets',
  ends: { upper: 'bolt through grommets', lower: 'bolt through grommets' },
  oneBolt: true,
  lockNuts: 0,
  drawn: 'stack',
};
