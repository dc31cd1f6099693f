import { BUSHINGS, LINK_ENDS, LINKS, SIDES, USUAL_LINK, type Assumed, type LinkEnd } from '../../vehicle';
import { jointId, partsOf, type JointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import {
  isAdjustable,
  isMeasured,
  PART_KINDS,
  type EndWanted,
  type Origin,
  type PartKind,
  type Size,
  type SizeKey,
  type Wanted,
} from '../../parts';
import type { JobState } from '../fold';

/** What a type may say of a size only because it is usual. */
const ASSUMED: Partial<Record<SizeKey, Assumed>> = {
  'bar-diameter': 'bar',
  'link-length': 'link.length',
  ...Object.fromEntries(
    LINK_ENDS.flatMap((end) => [
      [`${end}.stud-thread`, `link.${end}.thread`],
      [`${end}.nut-hex`, `link.${end}.hex`],
      [`${end}.hold`, `link.${end}.hold`],
    ]),
  ),
};

/** A size and the end it is of. */
export function splitKey(key: SizeKey): { readonly size: Size; readonly end?: LinkEnd } {
  const [a, b] = key.split('.');
  return b ? { size: b as Size, end: a as LinkEnd } : { size: a as Size };
}

/** What was measured of a size for a part, the last that stands; what names no end is of both. */
export function sizeOf(s: JobState, axle: JobState['axle'], key: SizeKey): EntryBodies['size'] | undefined {
  const { size, end } = splitKey(key);
  // At this visit, else at an earlier one.
  const known = s.known.flatMap((k) => (k.kind === 'size' ? [k.body] : []));
  return [...known, ...s.sizes.map((e) => e.body)].findLast(
    (b) => b.axle === axle && b.size === size && (!end || !b.end || b.end === end),
  );
}

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
export function originOf(s: JobState, axle: JobState['axle'], key: SizeKey): Origin | undefined {
  if (key === 'link-length' && lengthFor(s, axle)) return 'worked out';
  const size = sizeOf(s, axle, key);
  if (size) return size.by === 'photograph' ? 'by photograph' : 'measured';
  if ((key === 'bar-diameter' || key === 'bar-seat') && fitsOf(s, axle).length) return 'measured';
  const assumed = ASSUMED[key];
  if (!assumed) return undefined;
  const spec = s.context.type.axles[axle];
  if (key === 'bar-diameter' ? spec.bar === null : !spec.link) return undefined;
  return s.context.type.usual?.includes(`${axle}.${assumed}`) ? 'usual' : 'file';
}

/** How far the file's word may be off: books round, and so do lists, mm (common practice, no source). */
const FILE_DOUBT_MM: Partial<Record<SizeKey, number>> = { 'link-length': 1, 'bar-diameter': 0.1 };

/** A bushing with a bore of its own is chosen by the bar; halves, or a pivot on its sleeve, are not. */
function isBored(s: JobState, joints: readonly JointId[]): boolean {
  const { bushing } = s.context.type.axles[partsOf(joints[0] ?? 'front.left.frame-bushing').axle];
  return !bushing || BUSHINGS[bushing.kind].bored;
}

/** The sizes that are asked for what is sold for these joints, each end of a link apart. */
export function sizesFor(s: JobState, joints: readonly JointId[]): SizeKey[] {
  const kinds = joints.map((id) => partsOf(id).kind);
  if (kinds.every((k) => k === 'frame-bushing'))
    return [...(isBored(s, joints) ? (['bar-diameter', 'bar-seat'] as const) : []), 'hole-spacing', 'bushing-height'];
  if (kinds.every((k) => k === 'bar')) return ['bar-diameter', 'bar-width'];
  const link = s.context.type.axles[partsOf(joints[0] ?? 'front.left.link-lower').axle].link;
  const ends: readonly LinkEnd[] = link && LINKS[link.kind].oneBolt ? ['upper'] : LINK_ENDS;
  return [
    'link-length',
    ...ends.flatMap((end) => (['stud-thread', 'nut-hex', 'hold', 'stud-seat'] as const).map((z): SizeKey => `${end}.${z}`)),
  ];
}

/** What is wanted of a part for these joints, from the file and what was measured; a measurement overrules the file. */
export function wantedFor(s: JobState, joints: readonly JointId[]): Wanted {
  const j = partsOf(joints[0] ?? 'front.left.link-lower');
  const spec = s.context.type.axles[j.axle];
  const measured = (key: SizeKey) => sizeOf(s, j.axle, key);
  const keys = sizesFor(s, joints);
  const from = Object.fromEntries(keys.map((key) => [key, originOf(s, j.axle, key)]));
  const doubtMm = Object.fromEntries(
    keys.map((key) => [key, isMeasured(from[key]) ? measured(key)?.doubtMm : FILE_DOUBT_MM[key]]),
  );
  const side = joints.every((id) => partsOf(id).side === j.side) ? j.side : undefined;
  const base = { typeId: s.context.typeId, axle: j.axle, side, from, doubtMm };
  if (joints.every((id) => /^(frame-bushing|bar)$/.test(partsOf(id).kind))) {
    const bar = joints.every((id) => partsOf(id).kind === 'bar');
    const bored = bar || isBored(s, joints);
    const fits = fitsOf(s, j.axle);
    const clean = fits.map((f) => f.found.nominalMm);
    const seats = [measured('bar-seat')?.mm, ...fits.map((f) => f.found.nominalMm - f.found.wearMm)].filter(
      (x) => x !== undefined,
    );
    return {
      ...base,
      side: bar ? undefined : side,
      kinds: [bar ? 'sway bar' : 'frame bushing'],
      // A bar that bolts to a beam, and a bushing without a bore, are made for one vehicle.
      onlyListed: !bored || (bar && spec.bar?.joins === 'beam') ? true : undefined,
      barMm: !bored
        ? undefined
        : (measured('bar-diameter')?.mm ??
          (clean.length ? Math.round((10 * clean.reduce((a, x) => a + x, 0)) / clean.length) / 10 : undefined) ??
          spec.bar?.diameterMm),
      seatMm: seats.length && !bar && bored ? Math.min(...seats) : undefined,
      holeSpacingMm: measured('hole-spacing')?.mm,
      heightMm: measured('bushing-height')?.mm,
      widthMm: measured('bar-width')?.mm,
    };
  }
  const kinds: PartKind[] = [`${spec.link?.kind ?? USUAL_LINK} link`];
  if (s.context.kind === 'changed stance' || s.context.kind === 'upgrade') kinds.push(...PART_KINDS.filter(isAdjustable));
  const oneBolt = spec.link !== null && LINKS[spec.link.kind].oneBolt;
  const endOf = (end: LinkEnd): EndWanted => {
    // A single bolt is measured once.
    const at = oneBolt ? 'upper' : end;
    const hold = measured(`${at}.hold`);
    return {
      thread: measured(`${at}.stud-thread`)?.thread ?? spec.link?.[end].thread,
      seat: measured(`${at}.stud-seat`)?.seat,
      nutHexMm: measured(`${at}.nut-hex`)?.mm ?? spec.link?.[end].nutHexMm,
      hold: hold?.hold ?? spec.link?.[end].hold,
      holdMm: hold ? hold.mm : spec.link?.[end].holdMm,
    };
  };
  return {
    ...base,
    kinds: [...new Set(kinds)],
    lengthMm: lengthFor(s, j.axle)?.found.lengthMm ?? measured('link-length')?.mm ?? spec.link?.lengthMm,
    upper: endOf('upper'),
    ...(oneBolt ? {} : { lower: endOf('lower') }),
  };
}

/** What the bar and bushing measured at Find say of what to buy: their own words, side by side. */
export const barAdvice = (s: JobState): { readonly side: string; readonly words: string; readonly renewBar: boolean }[] =>
  fitsOf(s, s.axle).map((f) => ({
    side: partsOf(f.joint!).side,
    words: f.words,
    renewBar: f.found.verdict === 'bar',
  }));

/** Whether which of the type's variants the vehicle is decides what fits at this joint, and nobody has said so or measured the bar. */
export const variantOwed = (s: JobState, joint: JointId): boolean => {
  const { kind, axle } = partsOf(joint);
  return (
    (kind === 'frame-bushing' || kind === 'bar') &&
    s.variants.some((v) => v[axle] !== undefined) &&
    !s.context.variant &&
    !isMeasured(originOf(s, axle, 'bar-diameter'))
  );
};
