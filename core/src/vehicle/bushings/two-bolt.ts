import { BRACKET_PIECES, SPLIT, type BushingKindSpec } from './bushing-kind';

export const twoBolt: BushingKindSpec = {
  name: 'bracket with two bolts',
  bored: true,
  chosenBy: '',
  bolts: 2,
  backNuts: false,
  pieces: BRACKET_PIECES,
  orientation: SPLIT,
  drawn: 'bracket',
};
