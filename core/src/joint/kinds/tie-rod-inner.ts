import { jointKind } from './joint-kind';
import { taper } from './taper';
import { alongTieRod, steered, tieRodOf } from './tie-rod-outer';

export const tieRodInner = jointKind({
  name: ['Tie rod, inner', 'Track rod, inner'],
  dangerous: true,
  stands: steered,
  place: (axle) => tieRodOf(axle).inner,
  along: alongTieRod,
  checks: ['shake-3-9'],
  defects: () => ['boot torn'],
  // The outer end comes off with it.
  bolted: () => [
    ...taper({ id: 'tie-rod', part: 'tie rod end', turns: 'tie-rod-nut', eye: 'steering arm', chalk: 'tie-rod-outer' }, true),
    { role: 'lock nut', of: 'fixing', axis: 'body', count: 1, turns: 'tie-rod-lock-nut', chalk: 'tie-rod-outer' },
    {
      role: 'rod',
      name: ['tie rod', 'track rod'],
      of: 'part',
      axis: 'body',
      count: 1,
      asked: { id: 'tie-rod-inner', name: 'Old inner tie rod, {side}', usual: 'binned', why: 'Play, or water in its boot.' },
    },
  ],
});
