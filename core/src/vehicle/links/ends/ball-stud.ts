import { LOCK_NUTS, type EndKindSpec } from './end-kind';

export const ballStud: EndKindSpec = {
  name: 'Ball stud',
  rubber: false,
  gripped: false,
  drawn: 'boot',
  held: 'stud',
  pieces: [LOCK_NUTS],
  orientation: {
    orientation: 'link studs',
    right: 'The stud points the way the old one did, its boot free of the bar.',
    wrong: 'A stud turned over: the boot is pinched and the link leans on the arm.',
  },
  undo: {
    detail: 'Hold the stud, turn the nut. Key straight and fully in. Back and forth, more penetrant.',
    troubles: ['stud spins', 'hex rounds', 'cannot reach'],
  },
};
