import { jointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { SIDES } from '../../vehicle';
import type { CaseFile, KnownHere } from '../context';

/** The sizes that are of a link: they go with it. */
export const OF_LINK: readonly string[] = [
  'link-length',
  'stud-thread',
  'stud-seat',
  'nut-hex',
  'hold',
] satisfies EntryBodies['size']['size'][];

/** What of the known still holds: the size of a link went with that link, where it was renewed since. */
export function stillKnown(file: Pick<CaseFile, 'known' | 'renewed'> | undefined): readonly KnownHere[] {
  const gone = (k: KnownHere): boolean => {
    if (k.kind !== 'size' || !OF_LINK.includes(k.body.size)) return false;
    const ends = k.body.end ? [k.body.end] : (['upper', 'lower'] as const);
    const links = ends.flatMap((end) => SIDES.map((side) => jointId(k.body.axle, side, `link-${end}`)));
    return (file?.renewed ?? []).some((r) => r.atKm > k.atKm && links.includes(r.joint));
  };
  return (file?.known ?? []).filter((k) => !gone(k));
}
