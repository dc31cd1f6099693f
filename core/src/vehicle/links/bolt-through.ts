import { OLD_LINK, type LinkKindSpec } from './link-kind';

/** One bolt through grommets, dished washers and a sleeve. */
export const boltThrough: LinkKindSpec = {
  name: 'bolt through grommets',
  ends: { upper: 'bolt through grommets', lower: 'bolt through grommets' },
  oneBolt: true,
  body: [{ role: 'sleeve', of: 'part', asked: OLD_LINK }],
  drawn: 'stack',
};
