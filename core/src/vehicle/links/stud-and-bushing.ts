import { ballStud } from './ball-stud';
import type { LinkKindSpec } from './link-kind';

/** A pressed bushing above, a ball stud below. */
export const studAndBushing: LinkKindSpec = {
  ...ballStud,
  name: 'bushing above, stud below',
  ends: { upper: 'Pressed bushing', lower: 'Ball stud' },
  rubber: ['upper'],
  fasteners: [
    // The bushing grips its sleeve, so it is tightened at ride height.
    { kind: 'link-upper-nut', end: 'upper', rideHeight: true },
    { kind: 'link-lower-nut', end: 'lower', rideHeight: false },
  ],
};
