import { BRACKET_PIECES, SPLIT, type BushingKindSpec } from './bushing-kind';

export const twoBolt: BushingKindSpec = {
  name: 'bracket with two bolts',
  bored: true,
  chosenBy: '',
  bolts: 2,
  backNuts: false,
  pieces: BRACKET_PIECES,
  orientation: SPLIT,
  undo: {
    title: '{side} bracket off, bushing out',
    detail: 'Mark which way the split and the bracket face. Brush the bar’s seat bright.',
    tools: [],
  },
  fit: { title: 'bracket by hand', detail: 'Both bolts a few turns, hard-to-reach one first.' },
  drawn: 'bracket',
};
