import { ballStud } from './ball-stud';
import type { LinkKindSpec } from './link-kind';

/** A bare rod end at each end, on a threaded rod with a lock nut each: its length is set. */
export const rodEnd: LinkKindSpec = {
  ...ballStud,
  name: 'adjustable rod ends',
  ends: { upper: 'rod end', lower: 'rod end' },
  lockNuts: 2,
  orientation: {
    orientation: 'link studs',
    right: 'Both rod ends in one plane, each in the middle of its swing, spacers on the sides they were.',
    wrong: 'Rod ends turned against each other: they run out of swing and bend.',
  },
};
