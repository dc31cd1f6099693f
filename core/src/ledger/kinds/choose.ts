import { partNumber, readPart } from '../../parts/part';
import { sayMoney } from '../../text/numbers';
import { LINK_ENDS } from '../../vehicle/links/link-kind';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, jointId, part, text }) =>
  z.object({
    joints: z.array(jointId).min(1).max(12),
    part,
    quantity: z.int().min(1).max(20),
    oneSideReason: text(200).optional(),
    /** Of a link that goes on again only this end had to come off. */
    end: z.enum(LINK_ENDS).optional(),
  }),
);
/** A part that is put to the customer for joints; another way for the same joints stands beside it (`job/state/choices`). */
export type ChooseBody = Body<typeof body>;

export const choose = entryKind(body)({
  example: {
    joints: ['front.left.link-lower'],
    part: {
      version: 3,
      id: 'p1',
      kind: 'ball-stud link',
      name: 'Link',
      grade: 'better',
      supplier: 's',
      sided: 'either',
      lengthMm: 300,
      lengthRangeMm: [280, 320],
      upper: { is: 'ball stud', thread: 'M10×1.25', seat: 'taper', nutHexMm: 16, hold: 'flats', holdMm: 17 },
      lower: { thread: 'M10×1.25', nutHexMm: 16, hold: 'hex', holdMm: 5 },
      boreMm: 21,
      material: 'rubber',
      hardness: 70,
      split: 'front',
      holeSpacingMm: 60,
      heightMm: 34,
      pip: true,
      barMm: 22,
      wallMm: 4,
      shape: 'two bends',
      greaseable: false,
      greaseEveryKm: 20_000,
      nutsSupplied: true,
      orientation: 'arrow forward',
      warrantyMonths: 24,
      priceMinor: 2400,
      currency: 'EUR',
      stock: 2,
      deliveryHours: 0,
      torque: [],
      fits: [{ typeId: 't1', axle: 'front' }],
      source: 'its list',
    },
    quantity: 1,
    oneSideReason: 'the other is new',
    end: 'upper',
  },
  version: 2,
  // The part it carries was of the first version.
  upcasts: { 1: (body) => ({ ...body, part: readPart(body['part']) }) },
  who: EVERYBODY,
  searched: false,
  kept: { as: 'all' },
  say: (b, w) => {
    const known = b.part.kind === 'other part' || b.part.kind === 'refit' ? '' : partNumber(b.part.id);
    const number = known && `, ${known}`;
    const price = b.part.kind === 'refit' ? '' : `, ${sayMoney(b.part.priceMinor, b.part.currency)} each`;
    return `Chosen: ${b.quantity} × ${b.part.name}${number}${price}, for ${w.parts(b.joints)}${b.end ? `, ${b.end} end only` : ''}${b.oneSideReason ? `; one side: ${b.oneSideReason}` : ''}`;
  },
});
