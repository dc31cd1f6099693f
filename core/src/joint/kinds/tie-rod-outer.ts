import { sub, type Vec3 } from '../../numeric';
import type { AxleSpec } from '../../vehicle';
import { TAPER_ON, TAPER_SPRINGS } from './laid';
import { jointKind } from './joint-kind';
import { taper } from './taper';

export const steered = (axle: AxleSpec): boolean => axle.steered;

/** The ends of its tie rod: where nobody has measured them, behind the hub and inward of it (common practice, no source), mm. */
export function tieRodOf(axle: AxleSpec, p = axle.points): { readonly inner: Vec3; readonly outer: Vec3 } {
  const [x, y, z] = p.hub.at;
  const outer = p.tieRodOuter?.at ?? [x - 140, y - 45, z - 10];
  return { outer, inner: p.rackEnd?.at ?? [outer[0], Math.max(60, y - 330), outer[2] + 20] };
}
/** Along it, outward. */
export const alongTieRod = (axle: AxleSpec): Vec3 => sub(tieRodOf(axle).outer, tieRodOf(axle).inner);

export const tieRodOuter = jointKind({
  name: ['Tie rod, outer', 'Track rod end'],
  dangerous: true,
  stands: steered,
  place: (axle) => tieRodOf(axle).outer,
  along: alongTieRod,
  checks: ['shake-3-9'],
  defects: () => ['boot torn', 'bent'],
  bolted: () => [
    ...taper({ id: 'tie-rod', part: 'tie rod end', turns: 'tie-rod-nut', eye: 'steering arm' }),
    // It is cracked, counted off and stays on its rod.
    { role: 'lock nut', of: 'vehicle', axis: 'body', count: 1, turns: 'tie-rod-lock-nut' },
    { role: 'rod', name: ['tie rod', 'track rod'], of: 'vehicle', axis: 'body', count: 1 },
  ],
  laid: {
    off: {
      task: 'taper off',
      title: [
        '{side} tie rod end: lock nut cracked, taper let go, turns counted off',
        '{side} track rod end: lock nut cracked, taper let go, turns counted off',
      ],
      detail: 'Mark the thread with paint, measure what stands out, and count whole turns: it goes on by as many.',
      tools: ['ball joint press', 'rule', 'paint pen', 'side cutters'],
      caution: `Eyes. ${TAPER_SPRINGS}`,
      troubles: ['taper stuck', 'hex rounds'],
    },
    hand: 'Swing the stud by hand: play, notches, a torn boot.',
    on: {
      task: 'taper in',
      title: [
        '{side} tie rod end on by the turns that were counted, stud in',
        '{side} track rod end on by the turns that were counted, stud in',
      ],
      detail: `${TAPER_ON} The toe is only near: an alignment check is owed.`,
      tools: ['rule', 'new cotter'],
      troubles: ['part wrong'],
    },
  },
});
