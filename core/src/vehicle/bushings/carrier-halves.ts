import type { PieceSpec } from '../pieces';
import { BAR, BOLTS, BRACKET, bushingKind, FRAME, SPLIT_BUSHING } from './bushing-kind';

const THROUGH: PieceSpec = {
  id: 'bracket.through',
  name: 'Through bolts and nuts, {side}',
  usual: 'kept',
  why: 'Each back with its nut; a self-locking one is renewed or recorded.',
};

export const carrierHalves = bushingKind({
  name: 'halves in a through-bolted carrier',
  bored: false,
  chosenBy: 'Halves without a bore: chosen by the bar and the carrier’s own number; judged by how they are pressed.',
  bolts: 2,
  stack: [
    {
      role: 'bolt',
      name: 'through bolt',
      of: 'fixing',
      on: 'cross bolts',
      turns: 'carrier-bolt',
      asked: THROUGH,
    },
    { ...BRACKET, role: 'carrier', name: 'outer half of the carrier' },
    { ...SPLIT_BUSHING, role: 'half', name: 'outer half' },
    BAR,
    { role: 'half', name: 'inner half', of: 'part' },
    { role: 'nut', of: 'fixing', on: 'cross bolts', held: true, asked: THROUGH },
    BOLTS,
    { ...BRACKET, role: 'carrier', name: 'inner half of the carrier' },
    FRAME,
  ],
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
});
