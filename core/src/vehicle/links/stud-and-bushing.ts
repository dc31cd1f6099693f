import { ballStud } from './ball-stud';
import type { LinkKindSpec } from './link-kind';

/** A pressed bushing at one end, a ball stud at the other. */
export const studAndBushing: LinkKindSpec = {
  ...ballStud,
  name: ['ball stud and bushing', 'ball stud and bush'],
  ends: { upper: 'pressed bushing', lower: 'ball stud' },
};
