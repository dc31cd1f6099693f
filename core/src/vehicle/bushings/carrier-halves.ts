import { BRACKET_PIECES, SPLIT, type BushingKindSpec } from './bushing-kind';

export const carrierHalves: BushingKindSpec = {
  name: 'halves in a through-bolted carrier',
  bored: false,
  chosenBy: 'Halves without a bore: chosen by the bar and the carrier’s own number; judged by how they are pressed.',
  bolts: 2,
  backNuts: true,
  pieces: BRACKET_PIECES,
  orientation: SPLIT,
  drawn: 'halves',
};
