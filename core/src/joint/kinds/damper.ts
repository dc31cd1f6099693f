import { between, sub, type Vec3 } from '../../numeric';
import type { Name } from '../../text';
import { layoutOf, type AssemblyPiece, type AxleSpec, type PieceSpec } from '../../vehicle';
import { jointKind } from './joint-kind';

const BOLTS: PieceSpec = {
  id: 'damper.bolts',
  name: 'Damper bolts and nuts, {side}',
  usual: 'moved over',
  why: 'Clean threads, not necked; self-locking nuts new.',
};

/** From its foot to its top. */
export const damperLine = ({ points }: AxleSpec): Vec3 => sub(points.damperTop.at, points.damperFoot.at);

/** What spring, damper and top mount hang on: the damper's bolts, and the part itself. */
export const damperPieces = (part: PieceSpec, name: Name): readonly AssemblyPiece[] => [
  { role: 'nut', of: 'fixing', axis: 'bolts', count: 2, asked: BOLTS },
  { role: 'tab', name: 'ear of the damper', of: 'part', axis: 'bolts', count: 2 },
  { role: 'bolt', of: 'fixing', axis: 'bolts', count: 2, turns: 'damper-bolt', asked: BOLTS },
  { role: 'body', name, of: 'part', axis: 'middle', count: 1, asked: part },
];

export const damper = jointKind({
  name: 'Damper',
  stands: () => true,
  place: (axle) =>
    between(axle.points.damperTop.at, axle.points.damperFoot.at, layoutOf(axle).drawing.spring === 'on strut' ? 0.8 : 0.55),
  along: damperLine,
  checks: ['damper-look', 'push-corner', 'rock-loaded'],
  defects: () => ['oil leak', 'bent'],
  bolted: () =>
    damperPieces({ id: 'damper', name: 'Old damper, {side}', usual: 'binned', why: 'Leaking, weak or knocking.' }, 'damper'),
  laid: {
    // A strut's damper is taken apart with its spring: the maker's procedure and a spring compressor.
    when: (axle) => axle.springSeat !== 'strut',
    off: {
      task: 'damper off',
      title: '{side} damper off, foot first',
      detail: 'Jack under the arm or axle: the damper is what stops it going down. Top nut last, its washers in order.',
      tools: ['jack', 'breaker bar'],
      caution: 'The arm or axle drops when the damper lets go: it stands on the jack first. A gas damper grows as it comes free.',
      troubles: ['bolt seized', 'stud spins'],
    },
    hand: 'Push and pull it upright: even both ways, no gap, no oil.',
    on: {
      task: 'damper in',
      title: '{side} damper in, top first, foot by hand',
      detail: 'Pumped upright a few times before it goes in. Washers and rubbers as they were.',
      troubles: ['part wrong'],
    },
  },
});
