import { ROD, type LinkKindSpec } from './link-kind';

/** An eye with a bonded bushing at each end, a bolt through each. */
export const eyeAndBolt: LinkKindSpec = {
  name: 'eyes and bolts',
  ends: { upper: 'eye and bolt', lower: 'eye and bolt' },
  oneBolt: false,
  body: ROD,
  drawn: 'rod',
};
