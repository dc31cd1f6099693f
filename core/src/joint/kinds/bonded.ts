import type { AssemblyPiece, PieceSpec } from '../../vehicle';
import type { FastenerKind } from '../../torque';
import type { Name } from '../../text';

/** Something that swings in bonded rubber, on bolts that are tightened at ride height. */
export const bonded = (of: {
  readonly part: PieceSpec;
  readonly name: Name;
  readonly turns: FastenerKind;
  readonly bolts: number;
  readonly boltsAsked: PieceSpec;
}): readonly AssemblyPiece[] => [
  { role: 'bolt', of: 'fixing', axis: 'bolts', count: of.bolts, turns: of.turns, rideHeight: true, asked: of.boltsAsked },
  { role: 'tab', name: 'cheek', of: 'vehicle', axis: 'bolts', count: of.bolts },
  { role: 'bushing', of: 'part', axis: 'bolts', count: of.bolts },
  { role: 'nut', of: 'fixing', axis: 'bolts', count: of.bolts, held: true, asked: of.boltsAsked },
  { role: 'body', name: of.name, of: 'part', axis: 'middle', count: 1, asked: of.part },
];

export const ARM_BOLTS: PieceSpec = {
  id: 'arm.bolts',
  name: 'Arm bolts and nuts, {side}',
  usual: 'renewed',
  why: 'Necked or rusted bolts are not used again; some makers use them once.',
};
