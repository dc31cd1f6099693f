import { GROMMETS, linkEndKind, LOCK_NUTS } from './end-kind';

/** A plain threaded end of the rod itself, through grommets and dished washers, with a nut. */
export const headlessStud = linkEndKind({
  name: 'Headless stud in grommets',
  stack: [
    { role: 'nut', of: 'fixing', asked: LOCK_NUTS, turns: 'end' },
    ...GROMMETS,
    { role: 'rod', name: 'threaded end', of: 'part', held: true },
  ],
  undo: {
    detail: 'Hold the rod by its flats. Note the order and the facing of every washer and grommet before they fall.',
    troubles: ['stud spins', 'hex rounds', 'cannot reach'],
  },
});
