import { linkEndKind, LOCK_NUTS, MOUNT } from './end-kind';

export const ballStud = linkEndKind({
  name: 'Ball stud',
  stack: [
    { role: 'nut', of: 'fixing', asked: LOCK_NUTS, turns: 'end' },
    MOUNT,
    {
      role: 'stud',
      of: 'part',
      held: true,
      faces: {
        orientation: 'link studs',
        right: 'The stud points the way the old one did, its boot free of the bar.',
        wrong: 'A stud turned over: the boot is pinched and the link leans on the arm.',
      },
    },
    { role: 'boot', of: 'part' },
    { role: 'ball', of: 'part' },
  ],
  undo: {
    detail: 'Back and forth, more penetrant.',
    holding: {
      hex: 'Hold the stud, turn the nut. Key straight and fully in.',
      flats: 'Hold the stud by its flats, turn the nut.',
      none: 'Nothing holds the stud: a pull on the link seats it, and the nut may come.',
    },
    troubles: ['stud spins', 'stud rounds', 'hex rounds', 'cannot reach'],
  },
});
