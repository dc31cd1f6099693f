import { BRACKET_PIECES, SPLIT, type BushingKindSpec } from './bushing-kind';

export const hookStrap: BushingKindSpec = {
  name: 'strap with a hook and one bolt',
  bored: true,
  chosenBy: '',
  bolts: 1,
  backNuts: false,
  pieces: BRACKET_PIECES,
  orientation: SPLIT,
  drawn: 'strap',
};
