import { LOCK_NUTS, type EndKindSpec } from './end-kind';

/** A bare ball in its eye on a threaded rod, a bolt through it. */
export const rodEnd: EndKindSpec = {
  name: 'Rod end',
  rubber: false,
  gripped: false,
  drawn: 'rod end',
  held: 'bolt head',
  pieces: [LOCK_NUTS],
  orientation: {
    orientation: 'link studs',
    right: 'Both rod ends in one plane, each in the middle of its swing, spacers on the sides they were.',
    wrong: 'Rod ends turned against each other: they run out of swing and bend.',
  },
  undo: {
    detail: 'Hold the bolt’s head, turn its nut; the lock nuts on the rod stay as they are. Spacers and their sides noted.',
    troubles: ['bolt seized', 'head spins', 'cannot reach'],
  },
};
