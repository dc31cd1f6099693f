import { BAR, BOLTS, BRACKET, bushingKind, FRAME, SPLIT_BUSHING } from './bushing-kind';

export const backNuts = bushingKind({
  name: 'bracket with bolts and back nuts',
  bored: true,
  chosenBy: '',
  bolts: 2,
  stack: [
    BOLTS,
    BRACKET,
    SPLIT_BUSHING,
    BAR,
    FRAME,
    {
      role: 'nut',
      name: 'back nut',
      of: 'fixing',
      on: 'bolts',
      held: true,
      asked: {
        id: 'bracket.nuts',
        name: 'Back nuts, {side}',
        usual: 'kept',
        why: 'Each back with its bolt; a self-locking one is renewed or recorded.',
      },
    },
  ],
  undo: {
    title: '{side} bracket off, back nuts held, bushing out',
    detail: 'Hold each nut behind, turn the bolt. Mark which way the split and the bracket face. Brush the bar’s seat bright.',
    tools: ['spanner on the back nut'],
  },
  fit: { title: 'bracket and back nuts by hand', detail: 'Both bolts a few turns into their nuts, the hard-to-reach one first.' },
  drawn: 'back nuts',
});
