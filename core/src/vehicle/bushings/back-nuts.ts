import { BRACKET_PIECES, SPLIT, type BushingKindSpec } from './bushing-kind';

export const backNuts: BushingKindSpec = {
  name: 'bracket with bolts and back nuts',
  bored: true,
  chosenBy: '',
  bolts: 2,
  backNuts: true,
  pieces: [
    ...BRACKET_PIECES,
    {
      id: 'bracket.nuts',
      name: 'Back nuts, {side}',
      usual: 'kept',
      why: 'Each back with its bolt; a self-locking one is renewed or recorded.',
    },
  ],
  orientation: SPLIT,
  drawn: 'back nuts',
};
