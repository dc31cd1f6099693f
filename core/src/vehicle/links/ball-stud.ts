import type { LinkKindSpec } from './link-kind';

const LOCK_NUTS = {
  id: 'link.nuts',
  name: 'Lock nuts, {side}',
  usual: 'renewed',
  why: 'Self-locking nuts are used once; a reused one is recorded with threadlocker.',
} as const;

/** A ball stud at each end. */
export const ballStud: LinkKindSpec = {
  name: 'ball studs',
  ends: { upper: 'ball stud', lower: 'ball stud' },
  oneBolt: false,
  lockNuts: 0,
  pieces: [LOCK_NUTS],
  orientation: {
    orientation: 'link studs',
    right: 'Both studs point the way the old ones did, boots free of the bar.',
    wrong: 'A stud turned over: the boot is pinched and the link leans on the arm.',
  },
  undo: {
    title: 'Undo both nuts of the {side} link',
    detail: 'Hold the stud, turn the nut. Key straight and fully in. Back and forth, more penetrant.',
    troubles: ['stud spins', 'hex rounds', 'cannot reach'],
  },
  drawn: 'rod',
};
