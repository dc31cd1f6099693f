import { BadInput, own } from '../error';
import { type BookValue, readBookValue } from '../torque';
import type { LengthUnit } from '../units';
import { linkFasteners, LINK_ENDS } from '../vehicle';
import { type PartText, partFields } from './form';
import type { SizeKey, Wanted } from './match';
import { readPrice } from './price';
import { type PartKind, isLink, linkKindOf, type Part, PART_VERSION } from './part';

/** The torques a part's sheet gives: one for all its own nuts, as it was written, range included. */
function torques(kind: PartKind, text: string, source: string): BookValue[] {
  if (!text.trim()) return [];
  if (!isLink(kind)) throw new BadInput('torque of the part', 'is asked of links only: other fasteners are the vehicle’s');
  const stud = { thread: '', nutHexMm: 0, hold: 'none' as const };
  const fasteners = linkFasteners({ kind: linkKindOf(kind), lengthMm: 0, upper: stud, lower: stud });
  return fasteners
    .filter((f) => f.kind !== 'link-lock-nut')
    .map((f) => readBookValue(text, source, { fastener: f.kind, publisher: 'part maker' }, 'torque of the part'));
}

/** What must be known of a part before it is anything: who sells it, what it is called, what it costs. */
export interface PartHead {
  readonly id: string;
  readonly kind: PartKind;
  readonly name: string;
  readonly supplier: string;
  readonly price: string;
  readonly currency: string;
  readonly torque: string;
  /** Where its dimensions come from, and where its torque is written. */
  readonly source: string;
  readonly fits: Part['fits'];
}

/**
 * A part from what was written of it. What nobody wrote stays unknown.
 * @throws BadInput naming the field and its bound
 */
export function readPartText(head: PartHead, text: PartText): Part {
  if (!head.name.trim()) throw new BadInput('name of the part', 'is empty: write it as it stands on its bag');
  if (!head.source.trim()) throw new BadInput('where that is written', 'is empty: a list, its box, or whose caliper');
  const priceMinor = readPrice(head.price, head.currency);
  let part: Part = {
    version: PART_VERSION,
    id: head.id,
    kind: head.kind,
    name: head.name.trim(),
    grade: 'plain',
    supplier: head.supplier.trim() || 'own order',
    sided: 'either',
    priceMinor,
    currency: head.currency,
    stock: 0,
    torque: torques(head.kind, head.torque, head.source),
    fits: head.fits,
    source: head.source.trim(),
  };
  for (const f of partFields(head.kind)) {
    const t = own(text, f.id)?.trim();
    if (!t) continue;
    const said = f.read(t);
    for (const end of LINK_ENDS) if (said[end]) part = { ...part, [end]: { ...part[end], ...said[end] } };
    const { upper: _u, lower: _l, ...rest } = said;
    part = { ...part, ...rest };
  }
  return part;
}

/** The size each field is about, where a usual value of it may be known: nobody says that of a part. */
const SIZE_OF: Readonly<Record<string, SizeKey>> = {
  length: 'link-length',
  bar: 'bar-diameter',
  ...Object.fromEntries(
    LINK_ENDS.flatMap((end): [string, SizeKey][] => [
      [`${end}.thread`, `${end}.stud-thread`],
      [`${end}.hex`, `${end}.nut-hex`],
      [`${end}.hold`, `${end}.hold`],
    ]),
  ),
};
/** What was measured of the old part, or its file says, as the fields would have it; what is only usual stays out. */
export function likeOld(kind: PartKind, w: Wanted, unit?: LengthUnit): PartText {
  return Object.fromEntries(
    partFields(kind).flatMap((f) => {
      const size = own(SIZE_OF, f.id);
      const t = size && w.from?.[size] === 'usual' ? undefined : f.like?.(w, unit);
      return t === undefined ? [] : [[f.id, t]];
    }),
  );
}
