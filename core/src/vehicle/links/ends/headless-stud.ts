import { DISHES, LOCK_NUTS, WASHERS, type EndKindSpec } from './end-kind';

/** A plain threaded end of the rod itself, through grommets and dished washers, with a nut. */
export const headlessStud: EndKindSpec = {
  name: 'Headless stud in grommets',
  rubber: true,
  gripped: false,
  drawn: 'grommets',
  held: 'rod',
  pieces: [LOCK_NUTS, WASHERS],
  orientation: DISHES,
  undo: {
    detail: 'Hold the rod by its flats. Note the order and the facing of every washer and grommet before they fall.',
    troubles: ['stud spins', 'hex rounds', 'cannot reach'],
  },
};
