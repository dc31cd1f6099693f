import { capital } from '../../text/words';
import { FATES, PIECE_REASONS } from '../../vehicle/pieces';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, jointId, pieceId, text }) =>
  z.object({
    piece: pieceId,
    joint: jointId,
    fate: z.enum(FATES),
    because: z.enum(PIECE_REASONS).optional(),
    note: text(300).optional(),
  }),
);
/** What became of a piece that came off. */
export type PieceBody = Body<typeof body>;

export const piece = entryKind(body)({
  example: {
    piece: 'front.left.link.nuts',
    joint: 'front.left.link-lower',
    fate: 'renewed',
    because: 'used once',
    note: 'with the link',
  },
  version: 2,
  // The first version had no reason to pick.
  upcasts: { 1: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'latest by key', key: (b) => b.piece },
  say: (b, w) => `${capital(w.piece(b.piece))}: ${b.fate}${b.because ? `, ${b.because}` : ''}${b.note ? `, ${b.note}` : ''}`,
});
