import { between } from '../../numeric';
import type { Name } from '../../text';
import { layoutOf, type AssemblyPiece, type PieceSpec } from '../../vehicle';
import { jointKind } from './joint-kind';

const BOLTS: PieceSpec = {
  id: 'damper.bolts',
  name: 'Damper bolts and nuts, {side}',
  usual: 'moved over',
  why: 'Clean threads, not necked; self-locking nuts new.',
};

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
  checks: ['damper-look', 'push-corner', 'rock-loaded'],
  defects: () => ['oil leak', 'bent'],
  bolted: () =>
    damperPieces({ id: 'damper', name: 'Old damper, {side}', usual: 'binned', why: 'Leaking, weak or knocking.' }, 'damper'),
});
