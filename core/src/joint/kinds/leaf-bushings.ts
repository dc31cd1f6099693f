import { layoutOf } from '../../vehicle';
import { ARM_BOLTS, bonded } from './bonded';
import { jointKind } from './joint-kind';

/** The eye in front and the shackle behind are one joint of the plate. */
export const leafBushings = jointKind({
  name: ['Leaf eye and shackle bushings', 'Leaf eye and shackle bushes'],
  stands: (axle) => layoutOf(axle).carriedBy === 'leaf',
  place: (axle) => axle.points.armInner.at,
  along: () => [1, 0, 0],
  checks: ['lever-arm'],
  defects: () => ['rubber perished', 'cracked', 'rusted through'],
  rusts: true,
  rubber: () => true,
  bolted: () =>
    bonded({
      part: { id: 'leaf-bushings', name: 'Old leaf bushings, {side}', usual: 'binned', why: 'Worn or torn.' },
      name: 'leaf spring',
      turns: 'leaf-bolt',
      bolts: 3,
      boltsAsked: { ...ARM_BOLTS, id: 'leaf.bolts', name: 'Eye and shackle bolts, {side}' },
    }),
});
