import { BadInput, within } from '../../error';
import { assemblyOf, fastenersFor, JOINT_SPECS, partsOf, twinOf, type JointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { LENGTH_SAME_MM, PART_VERSION, readPrice, SEATS, type Part, type Size, type SizeKey } from '../../parts';
import { parseThread } from '../../thread';
import { readBookValue, type BookValue } from '../../torque';
import { parseQuantity } from '../../units';
import { LINK_ENDS, LINKS, readHold, type AxleEnd, type LinkEnd } from '../../vehicle';
import type { JobState } from '../fold';
import { splitKey } from './wanted';

/** A size as it is asked for; one of an end says which. */
const SIZE_NAMES: Readonly<Record<Size, string>> = {
  'bar-diameter': 'Bar, clean',
  'bar-seat': 'Bar at the seat',
  'link-length': 'Link length',
  'stud-thread': 'Stud thread',
  'stud-seat': 'Stud',
  'nut-hex': 'Nut hex',
  hold: 'Held by',
  'hole-spacing': 'Holes apart',
  'bushing-height': 'Height',
  'bar-width': 'Between the eyes',
};
export function sizeName(key: SizeKey): string {
  const { size, end } = splitKey(key);
  return end ? `${SIZE_NAMES[size]}, ${end} end` : SIZE_NAMES[size];
}

/** What a length may be before it is a slip of the finger, mm. */
const BOUNDS: Partial<Record<Size, readonly [number, number]>> = {
  'link-length': [30, 600],
  'hole-spacing': [10, 200],
  'bushing-height': [5, 150],
  'bar-width': [200, 2000],
};
const OTHER_BOUNDS = [3, 60] as const;

/**
 * How far a size may be off that was taken with what is usually at hand, mm: a rule between two studs, a caliper across
 * a bar (common practice, no source). Whoever knows better writes it: "302 ± 0.5 mm".
 */
const DOUBT_MM: Partial<Record<Size, number>> = {
  'link-length': 1,
  'bar-diameter': 0.1,
  'bar-seat': 0.05,
  'nut-hex': 0.2,
  'hole-spacing': 0.5,
  'bushing-height': 0.5,
  'bar-width': 3,
};
const MOST_DOUBT_MM = 20;

/** A length that a size can have. @throws BadInput naming the size and its bound */
export function checkSize(key: SizeKey, mm: number): number {
  const [least, most] = BOUNDS[splitKey(key).size] ?? OTHER_BOUNDS;
  return within(sizeName(key).toLowerCase(), mm, least, most, 'mm');
}

/**
 * A size as it was typed: "302 mm", "302 ± 0.5 mm", "M10x1.25", "5 mm hex", "taper".
 * @throws BadInput naming the size and its bound.
 */
export function readSize(axle: AxleEnd, key: SizeKey, text: string): EntryBodies['size'] {
  const { size, end } = splitKey(key);
  const base = { axle, size, ...(end ? { end } : {}), text: text.trim() };
  const field = sizeName(key).toLowerCase();
  if (size === 'stud-thread') return { ...base, thread: parseThread(text, field).name };
  if (size === 'hold') {
    const { hold, holdMm } = readHold(field, text);
    return { ...base, hold, ...(holdMm === undefined ? {} : { mm: holdMm }) };
  }
  if (size === 'stud-seat') {
    const seat = SEATS.find((s) => text.trim().toLowerCase().startsWith(s));
    if (!seat) throw new BadInput(field, 'must say taper or shoulder', text);
    return { ...base, seat };
  }
  const [value, doubt] = text.split(/±|\+\/?-/);
  const unit = /[a-z"″]+\s*$/i.exec(text)?.[0] ?? '';
  const mm = checkSize(key, parseQuantity(doubt === undefined ? text : `${value} ${unit}`, 'length', { field }).si);
  if (doubt === undefined) return { ...base, mm, ...(DOUBT_MM[size] === undefined ? {} : { doubtMm: DOUBT_MM[size] }) };
  const doubtField = `doubt of the ${field}`;
  return {
    ...base,
    mm,
    doubtMm: within(doubtField, parseQuantity(doubt, 'length', { field: doubtField }).si, 0, MOST_DOUBT_MM, 'mm'),
  };
}

/**
 * A choice of a part. One side only of what is renewed in pairs needs a reason.
 * @throws BadInput when no joint is named, or the reason is missing.
 */
export function choiceBody(joints: readonly JointId[], part: Part, reason = ''): EntryBodies['choose'] {
  if (joints.length === 0) throw new BadInput('joint', 'is not named: touch it on the plate first');
  const single = isOneSide(joints);
  if (single && asksReason(part) && !reason.trim()) throw new BadInput('reason', ONE_SIDE);
  return {
    joints: [...joints],
    part,
    quantity: howMany(joints),
    ...(single && reason.trim() ? { oneSideReason: reason.trim() } : {}),
  };
}

/** As many parts as these joints are ends of: a bar is one, whichever of its ends were meant. */
const howMany = (joints: readonly JointId[]): number => new Set(joints.map(assemblyOf)).size;

/** Whether a part bought for one side only needs a reason: one of one's own keeps it where it is given, the old one back needs none. */
const asksReason = (part: Part): boolean => part.kind !== 'other part' && part.kind !== 'refit';

/** The other hand of a part made for one side: of the same make and size, from the same list. */
const otherHand = (part: Part, list: readonly Part[]): Part | undefined =>
  list.find(
    (p) =>
      p.sided !== 'either' &&
      p.sided !== part.sided &&
      p.kind === part.kind &&
      p.supplier === part.supplier &&
      p.grade === part.grade &&
      p.upper?.thread === part.upper?.thread &&
      p.lower?.thread === part.lower?.thread &&
      Math.abs((p.lengthMm ?? 0) - (part.lengthMm ?? 0)) <= LENGTH_SAME_MM,
  );

/**
 * What is written when a part is chosen for these joints: one choice, or for a part made for one side a choice
 * for each side, its other hand taken from the same list. Where the list has none only the part's own side is
 * chosen, and `missingHands` says what is missing.
 * @throws BadInput when the part is for none of these joints' sides, no joint is named, or a reason is missing.
 */
export function choicesOf(joints: readonly JointId[], part: Part, list: readonly Part[], reason = ''): EntryBodies['choose'][] {
  if (part.sided === 'either') return [choiceBody(joints, part, reason)];
  const own = joints.filter((id) => partsOf(id).side === part.sided);
  const others = joints.filter((id) => partsOf(id).side !== part.sided);
  if (own.length === 0) throw new BadInput('part', `is for the ${part.sided} side only`, part.name);
  if (others.length === 0) return [choiceBody(own, part, reason)];
  const twin = otherHand(part, list);
  return [
    { joints: own, part, quantity: howMany(own) },
    ...(twin ? [{ joints: others, part: twin, quantity: howMany(others) }] : []),
  ];
}

/** Joints whose other side was chosen in a part made for that side, and that have no choice of their own. */
export function missingHands(s: JobState): JointId[] {
  const chosen = new Set(s.choices.flatMap((c) => c.body.joints.map(assemblyOf)));
  return s.choices
    .filter((c) => c.body.part.sided !== 'either' && !c.body.oneSideReason)
    .flatMap((c) => c.body.joints.map(twinOf))
    .filter((id) => !chosen.has(assemblyOf(id)));
}

const ONE_SIDE = 'is needed for one side only: the other side has run as far';

/** One joint of a kind that is renewed on both sides of an axle by default (product.md, Pairs). */
export const isOneSide = (joints: readonly JointId[]): boolean =>
  joints.length === 1 && JOINT_SPECS[partsOf(joints[0]!).kind].pair;

/**
 * What the server holds every choice against: its reason, its currency, as many parts as joints.
 * @throws BadInput naming the field.
 */
export function checkChoice(b: EntryBodies['choose'], currency: string): void {
  const { sided } = b.part;
  const wrong = sided === 'either' ? undefined : b.joints.find((id) => partsOf(id).side !== sided);
  if (wrong) throw new BadInput('part', `is for the ${sided} side and cannot go on the ${partsOf(wrong).side}`, b.part.name);
  // A part made for one side is chosen side by side: its other hand is a choice of its own.
  if (isOneSide(b.joints) && sided === 'either' && asksReason(b.part) && !b.oneSideReason?.trim())
    throw new BadInput('reason', ONE_SIDE);
  if (b.end && b.part.kind !== 'refit')
    throw new BadInput('end', 'is said only of a link that goes on again: a new one goes on at both', b.end);
  if (b.part.currency !== currency)
    throw new BadInput('currency of the part', `must be ${currency}, the shop’s`, b.part.currency);
}

/** Nothing bought: what is there comes off, to get at something, and goes on again. */
export const refitPart = (currency: string): Part => ({
  ...BARE,
  id: 'refit',
  kind: 'refit',
  name: 'The part that is there, off and on again',
  currency,
});

/** The ends of a link that may be let go by themselves to get at something; none of what comes off whole. */
export function endsOf(s: JobState, joints: readonly JointId[]): readonly LinkEnd[] {
  const link = joints[0] && s.context.type.axles[partsOf(joints[0]).axle].link;
  const links = joints.length > 0 && joints.every((id) => JOINT_SPECS[partsOf(id).kind].assembly === 'link');
  return link && links && !LINKS[link.kind].oneBolt ? LINK_ENDS : [];
}

/**
 * A part for a joint this program keeps no dimensions of: its name and price, with what its maker's sheet says of
 * torques. It brings no dimension.
 * @param id made by the caller
 * @param torque the values its maker publishes, each with its source
 * @throws BadInput naming the field.
 */
export function ownPart(id: string, name: string, price: string, currency: string, torque: readonly BookValue[] = []): Part {
  if (!name.trim()) throw new BadInput('name of the part', 'is empty: write it as it stands on its bag');
  return {
    ...BARE,
    id: `own-${id}`,
    name: name.trim(),
    supplier: 'own order',
    priceMinor: readPrice(price, currency),
    currency,
    torque,
  };
}

/** What the sheet of such a part says, for every fastener of the joints it is for. Nothing where nothing is written. */
export function ownTorques(s: JobState, joints: readonly JointId[], text: string, source: string): BookValue[] {
  if (!text.trim()) return [];
  const end = joints[0] ? partsOf(joints[0]).axle : s.axle;
  const ofPart = fastenersFor(end, s.context.type.axles[end], joints, { off: [] });
  return [...new Set(ofPart.map((f) => f.kind))].map((fastener) =>
    readBookValue(text, source, { fastener, publisher: 'part maker' }, 'torque of the part'),
  );
}

/** A part of which nothing is known but its name. */
const BARE = {
  version: PART_VERSION,
  kind: 'other part',
  grade: 'plain',
  supplier: '',
  sided: 'either',
  priceMinor: 0,
  stock: 0,
  torque: [],
  fits: [],
  source: 'nobody said',
} as const;
