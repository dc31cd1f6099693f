import { linkEndKind, LOCK_NUTS, MOUNT } from './end-kind';

/** A bare ball in its eye on a threaded rod, a bolt through it. */
export const rodEnd = linkEndKind({
  name: 'Rod end',
  stack: [
    { role: 'nut', of: 'fixing', asked: LOCK_NUTS, turns: 'end' },
    MOUNT,
    { role: 'spacer', of: 'part' },
    {
      role: 'bare ball',
      name: 'rod end',
      of: 'part',
      faces: {
        orientation: 'link studs',
        right: 'Both rod ends in one plane, each in the middle of its swing, spacers on the sides they were.',
        wrong: 'Rod ends turned against each other: they run out of swing and bend.',
      },
    },
    { role: 'bolt', of: 'part', held: true },
  ],
  undo: {
    detail: 'Hold the bolt’s head, turn its nut; the lock nuts on the rod stay as they are. Spacers and their sides noted.',
    troubles: ['bolt seized', 'head spins', 'cannot reach'],
  },
});
