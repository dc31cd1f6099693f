import { BAR, BOLTS, BRACKET, bushingKind, FRAME, SPLIT_BUSHING } from './bushing-kind';

export const twoBolt = bushingKind({
  name: 'bracket with two bolts',
  bored: true,
  chosenBy: '',
  bolts: 2,
  stack: [BOLTS, BRACKET, SPLIT_BUSHING, BAR, FRAME],
  undo: {
    title: '{side} bracket off, bushing out',
    detail: 'Mark which way the split and the bracket face. Brush the bar’s seat bright.',
    tools: [],
  },
  fit: { title: 'bracket by hand', detail: 'Both bolts a few turns, hard-to-reach one first.' },
  drawn: 'bracket',
});
