import { SIDES, type Assumable } from '../../vehicle';
import { jointId, partsOf, type JointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { PART_KINDS, type Origin, type PartKind, type Size, type Wanted } from '../../parts';
import type { JobState } from '../fold';

/** What a type may say of a size only because it is usual. */
const ASSUMED: Partial<Record<Size, Assumable>> = {
  'bar-diameter': 'bar',
  'link-length': 'linkLength',
  'stud-thread': 'linkThread',
  'nut-hex': 'linkHex',
  hold: 'hold',
};

/** What was measured of a size for a part, the last that stands. */
const sizeOf = (s: JobState, axle: JobState['axle'], size: Size) =>
  s.sizes.filter((e) => e.body.axle === axle && e.body.size === size).at(-1)?.body;

/** The length worked out for an axle's links, the last that stands and was not overruled by a measurement since. */
export function lengthFor(
  s: JobState,
  axle: JobState['axle'],
): Extract<EntryBodies['result'], { what: 'link length' }> | undefined {
  const found = s.results
    .filter((e) => e.body.what === 'link length' && e.body.joint && partsOf(e.body.joint).axle === axle)
    .at(-1);
  const measured = s.sizes.filter((e) => e.body.axle === axle && e.body.size === 'link-length').at(-1);
  if (!found || found.body.what !== 'link length' || (measured && measured.at > found.at)) return undefined;
  return found.body;
}

/** The last bar and bushing measured at each side of an axle. */
function fitsOf(s: JobState, axle: JobState['axle']): Extract<EntryBodies['result'], { what: 'frame fit' }>[] {
  return SIDES.flatMap((side) => {
    const at = jointId(axle, side, 'frame-bushing');
    const here = s.results.flatMap((e) => (e.body.what === 'frame fit' && e.body.joint === at ? [e.body] : []));
    return here.slice(-1);
  });
}

/** Where a size comes from: what was measured for the part, or with bar and bushing, overrules the file. */
export function originOf(s: JobState, axle: JobState['axle'], size: Size): Origin | undefined {
  if (size === 'link-length' && lengthFor(s, axle)) return 'worked out';
  if (sizeOf(s, axle, size)) return 'measured';
  if ((size === 'bar-diameter' || size === 'bar-seat') && fitsOf(s, axle).length) return 'measured';
  if (size === 'bar-seat') return undefined;
  const spec = s.context.type.axles[axle];
  if (size === 'bar-diameter' ? spec.barDiameterMm === null : !spec.link) return undefined;
  return s.context.type.usual?.includes(ASSUMED[size]!) ? 'usual' : 'file';
}

/** What is wanted of a part for these joints, from the file and what was measured; a measurement overrules the file. */
export function wantedFor(s: JobState, joints: readonly JointId[]): Wanted {
  const j = partsOf(joints[0] ?? 'front.left.link-lower');
  const spec = s.context.type.axles[j.axle];
  const measured = (size: Size) => sizeOf(s, j.axle, size);
  const side = joints.every((id) => partsOf(id).side === j.side) ? j.side : undefined;
  const from = Object.fromEntries(
    (['bar-diameter', 'link-length', 'stud-thread', 'nut-hex', 'hold'] as const).map((z) => [z, originOf(s, j.axle, z)]),
  ) as Partial<Record<Size, Origin>>;
  const base = { typeId: s.context.typeId, axle: j.axle, side, from };
  if (joints.every((id) => partsOf(id).kind === 'frame-bushing')) {
    const fits = fitsOf(s, j.axle);
    const clean = fits.map((f) => f.found.nominalMm);
    const seats = [measured('bar-seat')?.mm, ...fits.map((f) => f.found.nominalMm - f.found.wearMm)].filter(
      (x) => x !== undefined,
    );
    return {
      ...base,
      kinds: ['frame bushing'],
      barMm:
        measured('bar-diameter')?.mm ??
        (clean.length ? Math.round((10 * clean.reduce((a, x) => a + x, 0)) / clean.length) / 10 : undefined) ??
        spec.barDiameterMm ??
        undefined,
      seatMm: seats.length ? Math.min(...seats) : undefined,
    };
  }
  const kinds: PartKind[] = [`${spec.link?.kind ?? 'ball-stud'} link`];
  if (s.context.kind === 'changed stance' || s.context.kind === 'upgrade') kinds.push('adjustable link');
  const hold = measured('hold');
  return {
    ...base,
    kinds: kinds.filter((k) => PART_KINDS.includes(k)),
    lengthMm: lengthFor(s, j.axle)?.found.lengthMm ?? measured('link-length')?.mm ?? spec.link?.lengthMm,
    thread: measured('stud-thread')?.thread ?? spec.link?.lower.thread,
    nutHexMm: measured('nut-hex')?.mm ?? spec.link?.lower.nutHexMm,
    hold: hold?.hold ?? spec.link?.lower.hold,
    holdMm: hold ? hold.mm : spec.link?.lower.holdMm,
  };
}

/** What the bar and bushing measured at Find say of what to buy: their own words, side by side. */
export const barAdvice = (s: JobState): { readonly side: string; readonly words: string; readonly renewBar: boolean }[] =>
  fitsOf(s, s.axle).map((f) => ({
    side: partsOf(f.joint!).side,
    words: f.words,
    renewBar: f.found.verdict === 'bar',
  }));
