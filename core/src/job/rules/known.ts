import { withMeasured } from '../../assembly';
import { jointId } from '../../joint';
import type { Entry, EntryBodies } from '../../ledger';
import { capital, type Dialect } from '../../text';
import { fastenerName, sayBookValue } from '../../torque';
import { SIDES, withTorques, type VehicleTypeSpec } from '../../vehicle';
import type { Lasting, KnownHere } from '../context';
import type { JobState } from '../fold';
import { OF_LINK } from '../state/known';

/** A finding that may be kept, where it can be, and how it is said. */
export interface Keepable {
  readonly entry: Entry<'size'> | Entry<'book'>;
  readonly says: string;
  /** For the vehicle; not what was measured on a link that went into the bin. */
  readonly vehicle: boolean;
}

/** "Nut hex, upper end, front axle: 15 mm." */
export function sayLasting({ kind, body }: Lasting, dialect: Dialect): string {
  const at = `${body.axle} axle`;
  return kind === 'size'
    ? `${capital(body.size.replaceAll('-', ' '))}${body.end ? `, ${body.end} end` : ''}, ${at}: ${body.text}`
    : `${capital(fastenerName(body.value.fastener, dialect))}, ${at}: ${sayBookValue(body.value)} (${body.value.source})`;
}

const sameSize = (a: EntryBodies['size'], b: EntryBodies['size']): boolean =>
  a.axle === b.axle && a.size === b.size && a.end === b.end;
const sameBook = (a: EntryBodies['book'], b: EntryBodies['book']): boolean =>
  a.axle === b.axle && a.value.fastener === b.value.fastener && a.value.wheel === b.value.wheel;
const sameThing = (a: Lasting, b: Lasting): boolean =>
  a.kind === 'size' ? b.kind === 'size' && sameSize(a.body, b.body) : b.kind === 'book' && sameBook(a.body, b.body);

/** What was found at this job and the next one would have to find again: the last word of each thing. */
export function keepable(s: JobState): readonly Keepable[] {
  const found = [...s.sizes, ...s.book.filter((e) => e.body.value.publisher === 'vehicle maker')];
  const last = found.filter((e, i) => !found.slice(i + 1).some((later) => sameThing(e, later)));
  const renewed = (b: EntryBodies['size']) =>
    OF_LINK.includes(b.size) && SIDES.some((side) => s.renewed.has(jointId(b.axle, side, `link-${b.end ?? 'upper'}`)));
  return last.map((entry) => ({
    entry,
    says: sayLasting(entry, s.context.rules.dialect),
    vehicle: entry.kind === 'book' || !renewed(entry.body),
  }));
}

/** A type with a finding taken in: what was measured or read is not only usual any more. */
export function withLasting(type: VehicleTypeSpec, f: Lasting): VehicleTypeSpec {
  if (f.kind === 'size') return withMeasured(type, [f.body]);
  const { axle, value } = f.body;
  return withTorques(type, [{ line: 0, text: '', values: [{ end: axle, value }] }]);
}

/** What is kept for a vehicle, with one more: the last word of each thing. */
export const withKnown = (known: readonly KnownHere[], k: KnownHere): readonly KnownHere[] => [
  ...known.filter((x) => !sameThing(x, k)),
  k,
];
