import type { PieceSpec } from '../../pieces';
import { GROMMETS, linkEndKind } from './end-kind';

const BOLT: PieceSpec = {
  id: 'link.bolt',
  name: 'Bolt and sleeve, {side}',
  usual: 'renewed',
  why: 'A rusty or necked bolt and a mushroomed sleeve are not used again.',
};

/** Grommets and dished washers on a bolt, which may go through the whole link. */
export const boltThroughGrommets = linkEndKind({
  name: 'Bolt through grommets',
  onOneBolt: true,
  stack: [
    { role: 'nut', of: 'fixing', asked: BOLT, turns: 'end' },
    ...GROMMETS,
    { role: 'bolt', of: 'fixing', asked: BOLT, held: true },
  ],
  undo: {
    detail: 'Note the order and the facing of every washer and grommet before they fall.',
    troubles: ['bolt seized', 'head spins', 'bolt broke', 'cannot reach'],
  },
});
