export { takenApart, type Apart, type ApartPiece, type ApartRow } from './apart';
export { asFitted, type Fitting } from './as-fitted';
export { majorOf, pieceShape, type ApartPoint, type Outline, type PieceShape } from './shape';
