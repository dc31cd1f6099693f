export type { ApartPoint, Outline, PieceShape } from './outline';
export { majorOf, pieceShape } from './shape';
export { takenApart, type Apart, type ApartPiece, type ApartRow } from './taken-apart';
export {
  apartJoint,
  apartJoints,
  apartOf,
  apartTime,
  apartView,
  APART_TIMES,
  type ApartTime,
  type ApartView,
  type PieceView,
} from './view';
