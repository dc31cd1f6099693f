import { BadInput } from '../../error';
import type { Given, Held, SchemaKit } from '../../schema';
import type { Name } from '../../text';
import { sayHex } from '../../thread';
import { readMm } from '../../units';
import type { KindPiece } from '../assembled';
import type { PieceSpec } from '../pieces';
import { HOLDS, type Hold } from '../words';
import { END_KINDS, STUD_WAYS, type EndKind } from './ends';

export const LINK_ENDS = ['upper', 'lower'] as const;
export type LinkEnd = (typeof LINK_ENDS)[number];

/** The schema of one end of a link, or its single bolt. */
export const studSchema = ({ z, text }: SchemaKit) =>
  z.object({
    thread: text(20).min(1),
    nutHexMm: z.number().positive().max(60),
    hold: z.enum(HOLDS),
    holdMm: z.number().positive().max(40).optional(),
    /** What this end is, where it is not what its kind of link usually has there. */
    is: z.enum(END_KINDS).optional(),
    /** Where it points; left out when nobody has looked. */
    points: z.enum(STUD_WAYS).optional(),
  });
/** One end of a link, or its single bolt. */
export type StudSpec = Held<Given<typeof studSchema>>;

/** "5 mm hex", nothing where the stud cannot be held. */
export const sayStudHold = (s: Pick<StudSpec, 'hold' | 'holdMm'>): string | undefined =>
  s.hold === 'none' ? undefined : `${s.holdMm === undefined ? '' : `${sayHex(s.holdMm)} `}${s.hold}`;

const HOLD_TEXT = /^(.*?)\s*(hex(?: key)?|allen(?: key)?|key|flats?|nothing|none)$/i;
/** "5 mm hex", "17 mm flats", "nothing". @throws BadInput saying how it is written. */
export function readHold(field: string, text: string): Pick<StudSpec, 'hold' | 'holdMm'> {
  const m = HOLD_TEXT.exec(text.trim());
  if (!m) throw new BadInput(field, 'must say flats, hex or nothing, with its size, as in “5 mm hex”', text);
  const word = m[2]!.toLowerCase();
  if (/^no/.test(word)) return { hold: 'none' };
  const hold: Hold = /flat/.test(word) ? 'flats' : 'hex';
  return m[1]!.trim() ? { hold, holdMm: readMm(field, m[1]!, 2, 40) } : { hold };
}

/** One kind of link, whole. */
export interface LinkKindSpec {
  /** As it is offered when a type is described. */
  readonly name: Name;
  /** What each end usually is. */
  readonly ends: Readonly<Record<LinkEnd, EndKind>>;
  /** One bolt goes through the whole of it, instead of a nut at each end. */
  readonly oneBolt: boolean;
  /** What is between its ends. */
  readonly body: readonly KindPiece[];
  /** On the plate: a rod, or a bolt through grommets at both ends. */
  readonly drawn: 'rod' | 'stack';
}

/** Its length is set by turning, and kept by lock nuts. */
export const isSetByTurning = (kind: LinkKindSpec): boolean => kind.body.some((p) => p.role === 'lock nut');

/** The link itself, once it is off. */
export const OLD_LINK: PieceSpec = { id: 'link', name: 'Old {side} link', usual: 'binned', why: 'Worn.' };
/** A plain rod between two ends. */
export const ROD: readonly KindPiece[] = [{ role: 'rod', name: 'link', of: 'part', asked: OLD_LINK }];
