import { attempt, BadInput, finite, finiteAll } from '../error';
import { add, norm, sub, type Vec3 } from '../numeric';
import { layoutOf, linkMount, type AxleSpec, type HardPoints, type PointName } from '../vehicle';
import { eyePosition, type EyeCircle, type EyePosition } from './linkage';
import { armTurn, carried, knuckleOf, turnedAbout, type Restraint } from './wheel';

/** A corner with its wheel moved: where each hard point of the left side stands, mm. */
export interface Corner {
  /** How far the wheel's centre has risen from ride height, mm. */
  readonly travelMm: number;
  readonly points: Readonly<Partial<Record<PointName, Vec3>>>;
  /** The bar's eye and its arm, where there is a bar on links that reaches. */
  readonly bar?: { readonly turnRad: number; readonly lever: number } | undefined;
  /** Why the link cannot follow here, if it cannot. */
  readonly locked?: string | undefined;
}

/**
 * An arm whose two bushings nobody has told apart turns about a line fore and aft through the point that is known,
 * mm to each side (common practice, no source: most lower arms' axes lie within a few degrees of that).
 */
export const ARM_SPREAD: Vec3 = [150, 0, 0];
const ALONG: Vec3 = [1, 0, 0];
const ACROSS: Vec3 = [0, 1, 0];

const at = (points: HardPoints, name: PointName): Vec3 | undefined => points[name]?.at;

function needed(points: HardPoints, name: PointName): Vec3 {
  const p = at(points, name);
  if (!p) throw new BadInput(`hard point ${name}`, 'is missing: nothing moves without it');
  return p;
}

/** Two rods from a point of the knuckle to an arm's axis. */
const arm = (knuckle: Vec3, inner: Vec3): Restraint[] => [
  { kind: 'rod', knuckle, body: add(inner, ARM_SPREAD) },
  { kind: 'rod', knuckle, body: sub(inner, ARM_SPREAD) },
];

/** The turn about a line that lifts a point by so much, rad. @throws BadInput where the line does not let it. */
function turnToRise(p: Vec3, on: Vec3, axis: Vec3, riseMm: number): number {
  let angle = 0;
  const rise = (a: number) => turnedAbout(p, on, axis, a)[2] - p[2];
  for (let i = 0; i < 40; i++) {
    const off = rise(angle) - riseMm;
    if (Math.abs(off) < 1e-11) return angle;
    const slope = (rise(angle + 1e-6) - rise(angle - 1e-6)) / 2e-6;
    if (Math.abs(slope) < 1e-6 || Math.abs(angle) > Math.PI / 2) break;
    angle -= off / slope;
  }
  if (Math.abs(rise(angle) - riseMm) < 1e-8) return angle;
  throw new BadInput('wheel travel', 'cannot be reached: the arm stands upright first', riseMm);
}

export type Mover = (p: Vec3) => Vec3;
interface Movers {
  /** What carries the wheel. */
  readonly knuckle: Mover;
  readonly lowerArm: Mover;
  /** The whole axle, where it is one piece; else the body, which stands still. */
  readonly axle: Mover;
}
const STILL: Mover = (p) => p;

/** What moves what by the travels of both wheels, by the layout's own word. */
function moversOf(axle: AxleSpec): (travelMm: number, otherMm: number) => Movers {
  const { points } = axle;
  const hub = points.hub.at;
  const pivot = points.armInner.at;
  switch (layoutOf(axle).moves) {
    case 'strut':
    case 'two arms': {
      const [inner, outer] = [points.armInner.at, points.armOuter.at];
      const [rack, tie] = [at(points, 'rackEnd'), at(points, 'tieRodOuter')];
      const holds: Restraint[] = [
        ...arm(outer, inner),
        ...(layoutOf(axle).moves === 'strut'
          ? [{ kind: 'strut' as const, foot: points.damperFoot.at, top: points.damperTop.at }]
          : arm(needed(points, 'upperOuter'), needed(points, 'upperInner'))),
        rack && tie ? { kind: 'rod', knuckle: tie, body: rack } : { kind: 'heading' },
      ];
      const poses = knuckleOf(holds, hub);
      return (travelMm) => {
        const pose = poses(travelMm);
        const angle = armTurn(inner, ALONG, outer, carried(outer, pose));
        return { knuckle: (p) => carried(p, pose), lowerArm: (p) => turnedAbout(p, inner, ALONG, angle), axle: STILL };
      };
    }
    case 'one arm':
      return (travelMm) => {
        const angle = turnToRise(hub, pivot, ACROSS, travelMm);
        const move: Mover = (p) => turnedAbout(p, pivot, ACROSS, angle);
        return { knuckle: move, lowerArm: move, axle: STILL };
      };
    case 'beam':
      return (travelMm, otherMm) => {
        // Equal travel about the bushings' line; opposite about the line from the bushing to the beam's middle.
        const middle: Vec3 = [pivot[0] - BEAM_BEHIND, 0, pivot[2] - BEAM_BELOW];
        const same = turnToRise(hub, pivot, ACROSS, (travelMm + otherMm) / 2);
        const lifted = turnedAbout(hub, pivot, ACROSS, same);
        const axis = sub(pivot, middle);
        const twist = turnToRise(lifted, pivot, axis, (travelMm - otherMm) / 2);
        const move: Mover = (p) => turnedAbout(turnedAbout(p, pivot, ACROSS, same), pivot, axis, twist);
        return { knuckle: move, lowerArm: move, axle: STILL };
      };
    case 'axle':
      return (travelMm, otherMm) => {
        const heave = (travelMm + otherMm) / 2;
        const lean = (travelMm - otherMm) / 2;
        if (Math.abs(lean) >= hub[1])
          throw new BadInput('wheel travel', 'cannot be reached: the axle would stand upright', travelMm);
        const roll = Math.asin(lean / hub[1]);
        const middle: Vec3 = [hub[0], 0, hub[2]];
        const move: Mover = (p) => add(turnedAbout(p, middle, ALONG, roll), [0, 0, heave]);
        return { knuckle: move, lowerArm: move, axle: move };
      };
  }
}
/** Where a twist beam's shear centre usually lies behind and below its bushings, mm (common practice, no source). */
const BEAM_BEHIND = 150;
const BEAM_BELOW = 40;

/** The circle of the bar's eye at ride height: about the line of the bushings, across the vehicle. */
export function eyeCircle(bushing: Vec3, eye: Vec3): EyeCircle {
  finiteAll('bushing of the bar', bushing);
  finiteAll('eye of the bar', eye);
  const radiusMm = Math.hypot(eye[0] - bushing[0], eye[2] - bushing[2]);
  if (radiusMm === 0) throw new BadInput('length of the bar’s arm', 'must be more than 0 mm', 0);
  // e1 × e2 lies along the bar.
  return { centre: [bushing[0], eye[1], bushing[2]], radiusMm, e1: [1, 0, 0], e2: [0, 0, 1] };
}

/** Which of the two ways the link can stand is the one at ride height. */
export function branchOf(circle: EyeCircle, linkMm: number, mount: Vec3, eye: Vec3): 1 | -1 {
  finiteAll('eye of the bar', eye);
  const off = (b: 1 | -1) => norm(sub(eyePosition(circle, linkMm, mount, b).eye, eye));
  return off(1) <= off(-1) ? 1 : -1;
}

/** What carries a point or a direction of the left corner while its wheel moves. */
export interface Carriers {
  readonly knuckle: Mover;
  readonly bar: Mover;
  readonly mount: Mover;
  readonly all: Readonly<Record<PointName, Mover>>;
}

/**
 * The carriers of a corner by the travels of its wheel and of the other one.
 * @throws BadInput (when called, or the returned function is) naming the travel where the suspension cannot go, or
 * a hard point that is missing.
 */
export function carriersOf(axle: AxleSpec): (travelMm: number, otherMm: number) => Carriers {
  const movers = moversOf(axle);
  const layout = layoutOf(axle);
  return (travelMm, otherMm) => {
    finite('wheel travel', travelMm);
    finite('wheel travel, other side', otherMm);
    const m = movers(travelMm, otherMm);
    const foot = layout.moves === 'two arms' ? m.lowerArm : m.knuckle;
    const onto = linkMount(axle);
    const mount = { knuckle: m.knuckle, arm: m.lowerArm, axle: m.knuckle, body: STILL }[onto];
    // A link onto the axle has its bar on the body; any other bar goes with the axle, where that is one piece.
    const bar = onto === 'axle' ? STILL : m.axle;
    return {
      knuckle: m.knuckle,
      bar,
      mount,
      all: {
        hub: m.knuckle,
        armInner: STILL,
        armOuter: m.knuckle,
        upperInner: STILL,
        upperOuter: m.knuckle,
        springTop: STILL,
        damperTop: STILL,
        springFoot: foot,
        damperFoot: foot,
        rackEnd: m.axle,
        tieRodOuter: m.knuckle,
        barBushing: bar,
        barEye: bar,
        linkMount: mount,
      },
    };
  };
}

/** A direction carried along: it turns and does not shift. */
export const carriedDirection = (carry: Mover, e: Vec3): Vec3 => sub(carry(e), carry([0, 0, 0]));

/** A circle of the bar's eye carried with what the bar hangs on. */
export const carriedCircle = (carry: Mover, c: EyeCircle): EyeCircle => ({
  ...c,
  centre: carry(c.centre),
  e1: carriedDirection(carry, c.e1),
  e2: carriedDirection(carry, c.e2),
});

/**
 * Corners by wheel travel (compute.md, "Wheel motion"): the left one; the right is its mirror image.
 * @returns the corner at a travel of its wheel, mm up, and of the other one: it matters where the axle is one piece
 * or a beam
 * @throws BadInput naming the travel where the suspension cannot go, or a hard point that is missing.
 */
export function cornersOf(axle: AxleSpec): (travelMm: number, otherMm?: number) => Corner {
  let carriers: ReturnType<typeof carriersOf> | undefined;
  return (travelMm, otherMm = travelMm) => {
    carriers ??= carriersOf(axle);
    const { all, bar } = carriers(travelMm, otherMm);
    const points: Partial<Record<PointName, Vec3>> = {};
    for (const [name, move] of Object.entries(all) as [PointName, Mover][]) {
      const p = at(axle.points, name);
      if (p) points[name] = move(p);
    }
    const [bushing, eye, mount] = [at(axle.points, 'barBushing'), at(axle.points, 'barEye'), at(axle.points, 'linkMount')];
    if (!bushing || !eye || !mount) return { travelMm, points };
    return { travelMm, points, ...followed(bar, bushing, eye, mount, points) };
  };
}

/** One corner with its wheel moved; for many ask `cornersOf` once. */
export const cornerAt = (axle: AxleSpec, travelMm: number, otherMm = travelMm): Corner => cornersOf(axle)(travelMm, otherMm);

/** The link drags the bar's eye along its circle; the circle itself goes with what carries the bar. */
function followed(
  carry: Mover,
  bushing: Vec3,
  eye: Vec3,
  mount: Vec3,
  points: Partial<Record<PointName, Vec3>>,
): Pick<Corner, 'bar' | 'locked'> {
  const linkMm = norm(sub(eye, mount));
  const start = attempt(() => {
    const circle = eyeCircle(bushing, eye);
    const branch = branchOf(circle, linkMm, mount, eye);
    return { circle, branch, rest: eyePosition(circle, linkMm, mount, branch) };
  });
  if (!start.ok) return { locked: start.error.message };
  const { circle, branch, rest } = start.value;
  const reached = attempt((): EyePosition => eyePosition(carriedCircle(carry, circle), linkMm, points.linkMount!, branch));
  if (!reached.ok) return { locked: reached.error.message };
  points.barEye = reached.value.eye;
  const turn = reached.value.angleRad - rest.angleRad;
  return { bar: { turnRad: Math.atan2(Math.sin(turn), Math.cos(turn)), lever: reached.value.lever } };
}
