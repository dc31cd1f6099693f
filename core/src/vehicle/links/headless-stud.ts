import { boltThrough } from './bolt-through';
import type { LinkKindSpec } from './link-kind';

/** A rod with a plain threaded stud at each end, through grommets and dished washers: a nut at each end. */
export const headlessStud: LinkKindSpec = {
  ...boltThrough,
  name: 'headless studs in grommets',
  ends: { upper: 'headless stud', lower: 'headless stud' },
  oneBolt: false,
  pieces: boltThrough.pieces.filter((p) => p.id === 'link.washers'),
  undo: {
    title: 'Undo both nuts of the {side} link',
    detail: 'Hold the rod by its flats. Note the order and the facing of every washer and grommet before they fall.',
    troubles: ['stud spins', 'hex rounds', 'cannot reach'],
  },
};
