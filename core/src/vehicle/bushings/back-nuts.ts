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
  undo: {
    title: '{side} bracket off, back nuts held, bushing out',
    detail: 'Hold each nut behind, turn the bolt. Mark which way the split and the bracket face. Brush the bar’s seat bright.',
    tools: ['spanner on the back nut'],
  },
  fit: { title: 'bracket and back nuts by hand', detail: 'Both bolts a few turns into their nuts, the hard-to-reach one first.' },
  drawn: 'back nuts',
};
