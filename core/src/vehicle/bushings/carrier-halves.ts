import { BRACKET_PIECES, SPLIT, type BushingKindSpec } from './bushing-kind';

export const carrierHalves: BushingKindSpec = {
  name: 'halves in a through-bolted carrier',
  bored: false,
  chosenBy: 'Halves without a bore: chosen by the bar and the carrier’s own number; judged by how they are pressed.',
  bolts: 2,
  backNuts: true,
  throughBolts: true,
  pieces: [
    ...BRACKET_PIECES,
    {
      id: 'bracket.through',
      name: 'Through bolts and nuts, {side}',
      usual: 'kept',
      why: 'Each back with its nut; a self-locking one is renewed or recorded.',
    },
  ],
  orientation: SPLIT,
  undo: {
    title: '{side} carrier apart, halves out',
    detail: 'Through bolts out against their nuts; each half marked for its side and its way up. Brush the bar’s seat bright.',
    tools: ['spanner on the nut'],
  },
  fit: {
    title: 'halves and carrier by hand',
    detail: 'Halves meet evenly all round before the through bolts are pulled, a little each in turn.',
  },
  drawn: 'halves',
};
