import type { AxleSpec } from '../../vehicle';
import { jointKind, orHub } from './joint-kind';
import { taper } from './taper';

export const steered = (axle: AxleSpec): boolean => axle.steered;

export const tieRodOuter = jointKind({
  name: ['Tie rod, outer', 'Track rod end'],
  dangerous: true,
  stands: steered,
  place: (axle) => orHub(axle, axle.points.tieRodOuter),
  checks: ['shake-3-9'],
  defects: () => ['boot torn', 'bent'],
  bolted: () => [
    ...taper({ id: 'tie-rod', part: 'tie rod end', turns: 'tie-rod-nut', eye: 'steering arm' }),
    // It is cracked, counted off and stays on its rod.
    { role: 'lock nut', of: 'vehicle', axis: 'body', count: 1, turns: 'tie-rod-lock-nut' },
    { role: 'rod', name: ['tie rod', 'track rod'], of: 'vehicle', axis: 'body', count: 1 },
  ],
});
