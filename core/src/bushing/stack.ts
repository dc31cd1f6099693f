import { lengthDigits, sayLength, type LengthUnit } from '../units';
import { fixed } from '../text';
import { BadInput, positive, within } from '../error';
import { swellToWasher, type Grommet } from './rubber';
import { STACK_PIECES, type StackPiece } from './stack-pieces';

export const STACK_METHOD = 'stack 1';

/** Which way a dished washer's hollow faces, seen from the head: it cups the rubber. */
export type Facing = 'to the head' | 'to the nut';

export interface Placed {
  readonly piece: StackPiece;
  /** Of washers only. */
  readonly facing?: Facing | undefined;
}

/** How a link differs from a plain bolt with loose washers. */
export interface StackVariant {
  /** The head has its washer welded on. */
  readonly weldedWasher?: boolean | undefined;
  /** A stud with nuts at both ends: no head. */
  readonly headless?: boolean | undefined;
  /** The nut is at the arm below, the head above at the bar. */
  readonly nutBelow?: boolean | undefined;
}

/**
 * The right stack in order, head first: head, dished washer, grommet, arm eye, grommet, dished washer,
 * sleeve, dished washer, grommet, bar eye, grommet, dished washer, nut. Every washer's hollow faces its grommet.
 */
export function rightStack(v: StackVariant = {}): Placed[] {
  const eyes: [StackPiece, StackPiece] = v.nutBelow ? ['bar', 'arm'] : ['arm', 'bar'];
  const washer = (facing: Facing): Placed => ({ piece: 'washer', facing });
  const end: StackPiece = v.headless ? 'nut' : 'head';
  return [
    { piece: end },
    ...(v.weldedWasher && !v.headless ? [] : [washer('to the nut')]),
    { piece: 'grommet' },
    { piece: eyes[0] },
    { piece: 'grommet' },
    washer('to the head'),
    { piece: 'sleeve' },
    washer('to the nut'),
    { piece: 'grommet' },
    { piece: eyes[1] },
    { piece: 'grommet' },
    washer('to the head'),
    { piece: 'nut' },
  ];
}

const NAMES: Record<StackPiece, string> = {
  head: 'bolt head',
  washer: 'dished washer',
  grommet: 'grommet',
  arm: 'arm eye',
  sleeve: 'sleeve',
  bar: 'bar eye',
  nut: 'nut',
};
export const sayPiece = (p: StackPiece): string => NAMES[p];

export interface StackFault {
  /** Place in the stack, from 0 at the head; the length of it when something is missing at the end. */
  readonly at: number;
  readonly sentence: string;
}

/** What is wrong with a stack as laid out: order first, then facing. Empty when it is right. */
export function stackFaults(placed: readonly Placed[], v: StackVariant = {}): StackFault[] {
  const right = rightStack(v);
  const out: StackFault[] = [];
  for (const piece of STACK_PIECES) {
    const want = right.filter((p) => p.piece === piece).length;
    const have = placed.filter((p) => p.piece === piece).length;
    if (have > want)
      out.push({
        at: placed.map((p) => p.piece).lastIndexOf(piece),
        sentence: `${have - want} ${sayPiece(piece)} too many: this link has ${want}.`,
      });
  }
  placed.forEach((p, i) => {
    const want = right[i];
    const before = placed[i - 1];
    if (!want || out.length) return;
    if (p.piece !== want.piece) {
      out.push({ at: i, sentence: wrongPlace(p.piece, want.piece, before?.piece) });
    } else if (want.facing && p.facing && p.facing !== want.facing) {
      out.push({
        at: i,
        sentence: `This washer is the wrong way round: its hollow cups the grommet, ${want.facing}. Turned over, its edge cuts the rubber.`,
      });
    }
  });
  return out;
}

function wrongPlace(is: StackPiece, want: StackPiece, before?: StackPiece): string {
  const after = before ? ` after the ${sayPiece(before)}` : ' first';
  const why =
    want === 'grommet' && (is === 'arm' || is === 'bar')
      ? ' Metal would stand on metal and knock.'
      : want === 'washer' && is === 'grommet'
        ? ' Without its washer the rubber is pulled into the eye.'
        : want === 'washer' && is === 'sleeve'
          ? ' The sleeve would cut into the rubber.'
          : want === 'sleeve'
            ? ' The sleeve keeps the two eyes apart: it sets the length of the link.'
            : '';
  return `The ${sayPiece(want)} comes${after}, not the ${sayPiece(is)}.${why}`;
}

/** A stack's dimensions, mm. */
export interface StackSize {
  readonly grommet: Grommet;
  readonly washerMm: number;
  readonly washerThickMm: number;
  readonly boltMm: number;
  readonly pitchMm: number;
  /** Length of the bolt under its head; left out while nobody has measured it. */
  readonly boltLengthMm?: number | undefined;
  readonly sleeveLengthMm: number;
  readonly sleeveMm: number;
  readonly armThickMm: number;
  readonly barThickMm: number;
  readonly nutHeightMm: number;
  readonly material: 'rubber' | 'polyurethane';
  /** A shoulder or sleeve through the grommets that stops the nut. */
  readonly stops?: boolean | undefined;
  readonly welded?: boolean | undefined;
}

export interface StackReach {
  readonly method: typeof STACK_METHOD;
  /** Why the swelling rule says nothing here, where it does not. */
  readonly refused?: string | undefined;
  /** Travel of the nut from all touching until every grommet swells to its washer: gripped, slipping faces, mm. */
  readonly travelMm?: readonly [number, number] | undefined;
  readonly turns?: readonly [number, number] | undefined;
  /** Length from eye to eye (their middles) when so pressed, mm. */
  readonly linkMm?: readonly [number, number] | undefined;
  /** Thread standing out of the nut when so pressed, mm: below 0 the bolt is too short. None while its length is not known. */
  readonly threadLeftMm?: number | undefined;
  readonly sentences: readonly string[];
}

/**
 * How far to turn the nut of a stack, as a band between gripped and slipping faces, what length the link
 * then has and what thread is left. Rubber, narrower than its washer, no stop: elsewhere it refuses and says why.
 * @throws BadInput naming the dimension and its bound.
 */
export function stackReach(s: StackSize, unit?: LengthUnit): StackReach {
  const boltMm = s.boltLengthMm === undefined ? undefined : positive('length of the bolt', s.boltLengthMm, 'mm');
  positive('length of the sleeve', s.sleeveLengthMm, 'mm');
  within('pitch of the thread', s.pitchMm, 0.5, 3, 'mm');
  const refuse = (refused: string): StackReach => ({ method: STACK_METHOD, refused, sentences: [refused] });
  if (s.material === 'polyurethane')
    return refuse('Polyurethane hardly swells: this rule is for rubber. Tighten it as its maker says.');
  if (s.stops)
    return refuse('A sleeve or shoulder stops the nut: it is tightened to its torque against the stop, not by the rubber.');
  if (s.grommet.outsideMm >= s.washerMm - 0.2)
    return refuse(
      'The grommet is as wide as its washer already: swelling to the edge says nothing. Tighten it as the maker says.',
    );
  const c = swellToWasher(s.grommet, s.washerMm, s.boltMm);
  // Four grommets in series between head and nut.
  const travelMm = [4 * c.grippedMm, 4 * c.slippingMm] as const;
  const washers = (s.welded ? 3 : 4) * positive('thickness of a washer', s.washerThickMm, 'mm');
  const free =
    4 * s.grommet.heightMm +
    washers +
    s.sleeveLengthMm +
    positive('thickness of the arm eye', s.armThickMm, 'mm') +
    positive('thickness of the bar eye', s.barThickMm, 'mm');
  const middle = free - travelMm[0];
  const nut = positive('height of the nut', s.nutHeightMm, 'mm');
  const threadLeftMm = boltMm === undefined ? undefined : boltMm - middle - nut;
  const eye = (press: number) =>
    s.sleeveLengthMm + 2 * s.washerThickMm + 2 * (s.grommet.heightMm - press) + (s.armThickMm + s.barThickMm) / 2;
  const turns = [travelMm[0] / s.pitchMm, travelMm[1] / s.pitchMm] as const;
  const sentences = [
    `From all touching, turn the nut ${fixed(turns[0], 1)} to ${fixed(turns[1], 1)} turns (${lengthDigits(travelMm[0], 1, unit)} to ${sayLength(travelMm[1], 1, unit)}): the rubber then swells to the washers’ edge.`,
    `The link is then ${lengthDigits(eye(c.slippingMm), 0, unit)} to ${sayLength(eye(c.grippedMm), 0, unit)} from eye to eye.`,
    threadLeftMm === undefined
      ? `The bolt must be ${sayLength(middle + nut, 0, unit)} under its head at least, for a full nut.`
      : threadLeftMm < 0
        ? `The bolt is too short by ${sayLength(-threadLeftMm, 0, unit)}: the nut would not be full.`
        : threadLeftMm < 2 * s.pitchMm
          ? `Only ${sayLength(threadLeftMm, 1, unit)} of thread stand out: two pitches are usual (common practice).`
          : `${sayLength(threadLeftMm, 0, unit)} of thread stand out.`,
  ];
  return { method: STACK_METHOD, travelMm, turns, linkMm: [eye(c.slippingMm), eye(c.grippedMm)], threadLeftMm, sentences };
}

/**
 * Sleeve for a wanted length from eye to eye, mm, at the middle of the band.
 * @throws BadInput when the pieces alone are longer than the link wanted.
 */
export function sleeveFor(linkMm: number, s: Omit<StackSize, 'sleeveLengthMm'>): number {
  positive('length of the link', linkMm, 'mm');
  const c = swellToWasher(s.grommet, s.washerMm, s.boltMm);
  const press = (c.grippedMm + c.slippingMm) / 2;
  const rest = 2 * s.washerThickMm + 2 * (s.grommet.heightMm - press) + (s.armThickMm + s.barThickMm) / 2;
  if (linkMm <= rest)
    throw new BadInput('length of the link', `must be more than ${fixed(rest, 0)} mm, what the other pieces take`, linkMm);
  return linkMm - rest;
}

/**
 * Whether a plain washer may stand in for a dished one (common practice, no source): larger than the
 * grommet by 2 mm at least, its hole unable to pass the stop beside it, and stiff enough not to dish.
 */
export function substituteWasher(
  w: { outsideMm: number; holeMm: number; thickMm: number },
  beside: { grommetMm: number; stopMm: number; boltMm: number },
): string[] {
  positive('outside diameter of the washer', w.outsideMm, 'mm');
  positive('hole of the washer', w.holeMm, 'mm');
  positive('thickness of the washer', w.thickMm, 'mm');
  const out: string[] = [];
  if (w.outsideMm < beside.grommetMm + 2)
    out.push(`Too small: ${w.outsideMm} mm over a ${beside.grommetMm} mm grommet; it would sink into the rubber.`);
  if (w.holeMm >= beside.stopMm) out.push(`Its ${w.holeMm} mm hole passes over the ${beside.stopMm} mm stop beside it.`);
  if (w.holeMm < beside.boltMm) out.push(`Its ${w.holeMm} mm hole does not go over the ${beside.boltMm} mm bolt.`);
  if (w.thickMm < 2.5) out.push(`${w.thickMm} mm is thin: it would dish the wrong way. 2.5 mm or more.`);
  return out;
}
