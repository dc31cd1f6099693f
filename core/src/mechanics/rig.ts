import { BadInput, finite, positive, within } from '../error';
import { add, cross, dot, norm, scale, sub, type Vec3 } from '../numeric';
import { layoutOf, linkMount, LINKS, RIM_SHARE, type AxleSpec, type LinkEnd, type PointName } from '../vehicle';
import { branchOf, carriedCircle, carriedDirection, carriersOf, eyeCircle, type Mover } from './corner';
import { airBetween, type Solid } from './distance';
import { eyePosition, type EyeCircle } from './linkage';
import { turnedAbout } from './wheel';

/**
 * How a link's end swings: a stud across the link (a ball stud, an eye on a bolt) lets it lean out of square, and turn
 * round the stud as it likes; one along the link (grommets on a bolt) lets it lean out of line.
 */
export type StudWay = 'across' | 'along';

/** One position of the wheels, and all that a link there has to do with. */
export interface RigPosition {
  readonly travelMm: number;
  readonly otherMm: number;
  readonly circle: EyeCircle;
  readonly mount: Vec3;
  /** The stud at the mount, of length 1. */
  readonly mountStud: Vec3;
  /** Where the bar's bushing stands; left out where there is no more than an arm. */
  readonly bushing?: Vec3 | undefined;
  readonly solids: readonly Solid[];
  /** What else turns and swings inside a wheel: the arm's end and the steering's. */
  readonly inWheel: readonly Extract<Solid, { kind: 'rod' }>[];
}

/** A link between a mount that moves with the wheel and the eye of a bar's arm. */
export interface LinkRig {
  readonly positions: readonly RigPosition[];
  /** Any other: this wheel so far up, and the other one. */
  readonly at: (travelMm: number, otherMm?: number) => RigPosition;
  /** The one the vehicle stands in. */
  readonly ride: RigPosition;
  /** The one it stood in when its points were taken. */
  readonly stored: RigPosition;
  readonly branch: 1 | -1;
  /** The link it was drawn with: its length, mm, and the angle its arm stood at, rad. */
  readonly lengthMm: number;
  readonly restRad: number;
  /** Studs at the mount and at the eye. */
  readonly ways: { readonly mount: StudWay; readonly eye: StudWay };
  /** The stud at the eye in the arm's own axes: along it, as it turns, along the bar. */
  readonly eyeStud: Vec3;
  readonly linkRadiusMm: number;
  readonly armRadiusMm: number;
  /** Mount movement per wheel movement along the link where the vehicle stands: what the bar feels of one wheel. */
  readonly motionRatio: number;
  /** How far the mount rises against the bar for each mm both wheels rise; negative where the bar goes with the axle. */
  readonly heaveRatio: number;
  /** Which end of the link stands higher. */
  readonly mountIs: LinkEnd;
}

/** What a link of some length does at a position. */
export interface LinkAt {
  readonly eye: Vec3;
  /** How far the bar's arm has turned from where it stood, degrees, up positive. */
  readonly armDeg: number;
  /** The link out of the vertical, degrees. */
  readonly leanDeg: number;
  /** How far each stud swings, degrees. */
  readonly swingDeg: Readonly<Record<'mount' | 'eye', number>>;
  readonly lever: number;
  /** To where link and arm would lie in line, degrees. */
  readonly overCentreDeg: number;
  /** The nearest thing and the air to it, mm; left out where nothing is known to be there. */
  readonly nearest?: { readonly name: string; readonly airMm: number } | undefined;
}

export const DEG = 180 / Math.PI;
export const clamp = (x: number): number => Math.max(-1, Math.min(1, x));

/** @throws BadInput when the link cannot reach there. */
export function linkAt(rig: LinkRig, lengthMm: number, p: RigPosition, near = true): LinkAt {
  const e = eyePosition(p.circle, lengthMm, p.mount, rig.branch);
  const d = scale(sub(e.eye, p.mount), 1 / lengthMm);
  const turn = Math.atan2(Math.sin(e.angleRad - rig.restRad), Math.cos(e.angleRad - rig.restRad));
  const [c, s] = [Math.cos(e.angleRad), Math.sin(e.angleRad)];
  const { e1, e2 } = p.circle;
  const radial = add(scale(e1, c), scale(e2, s));
  const tangent = add(scale(e1, -s), scale(e2, c));
  const bar = cross(e1, e2);
  const eyeStud = add(add(scale(radial, rig.eyeStud[0]), scale(tangent, rig.eyeStud[1])), scale(bar, rig.eyeStud[2]));
  const swing = (way: StudWay, stud: Vec3) =>
    (way === 'across' ? Math.asin(Math.abs(clamp(dot(stud, d)))) : Math.acos(clamp(Math.abs(dot(stud, d))))) * DEG;
  // An arm that points to the rear turns down when its angle grows.
  const up = tangent[2] >= 0 ? 1 : -1;
  return {
    eye: e.eye,
    armDeg: turn * DEG * up,
    leanDeg: Math.acos(clamp(Math.abs(d[2]))) * DEG,
    swingDeg: { mount: swing(rig.ways.mount, p.mountStud), eye: swing(rig.ways.eye, eyeStud) },
    lever: e.lever,
    overCentreDeg: Math.asin(clamp(e.lever)) * DEG,
    nearest: near ? nearestTo(rig, p, e.eye) : undefined,
  };
}

function nearestTo(rig: LinkRig, p: RigPosition, eye: Vec3): LinkAt['nearest'] {
  let best: LinkAt['nearest'];
  const hold = (name: string, airMm: number) => {
    if (!best || airMm < best.airMm) best = { name, airMm };
  };
  for (const s of p.solids) {
    hold(s.name, airBetween(p.mount, eye, rig.linkRadiusMm, s, best?.airMm));
    if (p.bushing) hold(s.name, airBetween(p.bushing, eye, rig.armRadiusMm, s, best?.airMm));
  }
  return best;
}

/** How far wheels go and turn; what nobody said is what is usual (common practice, no source). */
export interface Reach {
  /** From where it stood when its points were taken: up to the stop, down until it hangs, mm. */
  readonly upMm: number;
  readonly downMm: number;
  /** Steered to each side, degrees. */
  readonly lockDeg: number;
}

export const USUAL_REACH: Reach = { upMm: 70, downMm: 80, lockDeg: 35 };

/** What a tyre that is not the type's is like; mm. */
export interface Wheels {
  readonly tyreWidthMm: number;
  readonly tyreDiameterMm: number;
  /** How much further out its middle stands than the type's. */
  readonly outMm: number;
  /** Across the rim; where nobody says it, the usual share of the tyre. */
  readonly rimDiameterMm?: number | undefined;
}

export interface StanceInput {
  /** How much lower the body stands than when the points were taken, mm; higher is negative. */
  readonly loweredMm: number;
  readonly reach?: Reach | undefined;
  readonly wheels?: Wheels | undefined;
  /** How many positions between the stops. */
  readonly steps?: number | undefined;
}

/** Radii of what has no size of its own in a type, mm (common practice, no source). */
export const RADIUS = { link: 6, arm: 18, tie: 9, shaft: 14, axle: 38, damper: 26 } as const;

/**
 * The rig of an axle's left corner from its hard points: every position of its travel, what carries the studs, and
 * what stands in the way. The right is its mirror image.
 * @throws BadInput where there is no bar on links, a point is missing, a travel cannot be reached, or the stance lies
 * outside of what the wheel can do.
 */
export function rigOf(axle: AxleSpec, stance: StanceInput): LinkRig {
  const { points } = axle;
  const reach = stance.reach ?? USUAL_REACH;
  const lowered = finite('change of ride height', stance.loweredMm);
  positive('travel up', reach.upMm, 'mm');
  positive('travel down', reach.downMm, 'mm');
  within('steering lock', reach.lockDeg, 0, 60, '°');
  if (lowered > reach.upMm || -lowered > reach.downMm)
    throw new BadInput(
      'change of ride height',
      `must be between −${reach.downMm} and ${reach.upMm} mm: the wheel goes no further`,
      lowered,
    );
  const [bushing, eye, mount] = [points.barBushing?.at, points.barEye?.at, points.linkMount?.at];
  if (!bushing || !eye || !mount || !axle.link)
    throw new BadInput('bar on links', 'is not on this axle: there is no link to work out');
  const layout = layoutOf(axle);
  const lengthMm = norm(sub(eye, mount));
  const circle = eyeCircle(bushing, eye);
  const branch = branchOf(circle, lengthMm, mount, eye);
  const restRad = eyePosition(circle, lengthMm, mount, branch).angleRad;
  const way: StudWay = LINKS[axle.link.kind].drawn === 'stack' ? 'along' : 'across';
  const link = scale(sub(eye, mount), 1 / lengthMm);
  // A stud that nobody has seen lies across the vehicle; grommets stand square to the link they were fitted with.
  const stud: Vec3 = way === 'along' ? link : squared([0, 1, 0], link);
  const carriers = carriersOf(axle);
  const position = (travelMm: number, otherMm: number): RigPosition => {
    const c = carriers(travelMm, otherMm);
    return {
      travelMm,
      otherMm,
      circle: carriedCircle(c.bar, circle),
      mount: c.mount(mount),
      mountStud: carriedDirection(c.mount, stud),
      bushing: c.bar(bushing),
      solids: solidsOf(axle, c.all, c.knuckle, reach.lockDeg, stance.wheels),
      inWheel: [
        ...rodOf(axle, c.all, 'control arm', 'armInner', 'armOuter', RADIUS.arm),
        ...rodOf(axle, c.all, 'tie rod', 'rackEnd', 'tieRodOuter', RADIUS.tie),
      ],
    };
  };
  const n = Math.max(2, stance.steps ?? 16);
  const travels = Array.from({ length: n + 1 }, (_, i) => -reach.downMm + ((reach.upMm + reach.downMm) * i) / n);
  const joined = layout.moves === 'beam' || layout.moves === 'axle';
  const positions = travels.flatMap((t) => [
    position(t, t),
    // The other wheel goes the other way from where the vehicle stands, as far as it can.
    ...(joined ? [position(t, Math.max(-reach.downMm, Math.min(reach.upMm, 2 * lowered - t)))] : []),
  ]);
  const ride = position(lowered, lowered);
  /** How mount and bar move against each other for each mm of this wheel. */
  const against = (other: (t: number) => number): Vec3 => {
    const h = 0.5;
    const at = (t: number) => {
      const c = carriers(t, other(t));
      return sub(c.mount(mount), c.bar(eye));
    };
    return sub(at(lowered + h), at(lowered - h));
  };
  return {
    positions,
    at: (travelMm, otherMm = travelMm) => position(travelMm, otherMm),
    ride,
    stored: position(0, 0),
    branch,
    lengthMm,
    restRad,
    ways: { mount: way, eye: way },
    eyeStud: inArm(stud, circle, restRad),
    linkRadiusMm: RADIUS.link,
    armRadiusMm: (axle.bar?.diameterMm ?? 20) / 2,
    motionRatio: Math.abs(dot(against(joined ? (t) => 2 * lowered - t : (t) => t), link)),
    heaveRatio: against((t) => t)[2],
    mountIs: mount[2] >= eye[2] ? 'upper' : 'lower',
  };
}

/** A direction made square to another, of length 1. */
export function squared(v: Vec3, to: Vec3): Vec3 {
  const d = sub(v, scale(to, dot(v, to)));
  return scale(d, 1 / norm(d));
}

export const inArm = (stud: Vec3, { e1, e2 }: EyeCircle, rad: number): Vec3 => {
  const [c, s] = [Math.cos(rad), Math.sin(rad)];
  return [dot(stud, add(scale(e1, c), scale(e2, s))), dot(stud, add(scale(e1, -s), scale(e2, c))), dot(stud, cross(e1, e2))];
};

/** A rod between two points where they are now; none where the axle lacks one of them. */
function rodOf(
  axle: AxleSpec,
  all: Readonly<Record<PointName, Mover>>,
  name: string,
  from: PointName,
  to: PointName,
  radiusMm: number,
): Extract<Solid, { kind: 'rod' }>[] {
  const [a, b] = [from, to].map((n) => axle.points[n] && all[n](axle.points[n].at));
  return a && b ? [{ name, kind: 'rod', a, b, radiusMm }] : [];
}

/** What stands in the way of link and arm at a position: the tyre at each lock, rods and shafts that are not theirs. */
function solidsOf(
  axle: AxleSpec,
  all: Readonly<Record<PointName, Mover>>,
  knuckle: Mover,
  lockDeg: number,
  wheels: Wheels | undefined,
): Solid[] {
  const p = axle.points;
  const layout = layoutOf(axle);
  const at = (n: PointName): Vec3 | undefined => p[n] && all[n](p[n].at);
  const rod = (name: string, from: PointName, to: PointName, radiusMm: number): Solid[] =>
    rodOf(axle, all, name, from, to, radiusMm);
  const hub = p.hub.at;
  const middle: Vec3 = [hub[0], axle.trackMm / 2 + (wheels?.outMm ?? 0), hub[2]];
  const axis = carriedDirection(knuckle, [0, 1, 0]);
  const tyre = (deg: number): Solid => {
    // About the line from the lower joint to the upper one, or to the strut's top.
    const low = at('armOuter')!;
    const top = layout.moves === 'strut' ? at('damperTop')! : (at('upperOuter') ?? add(low, [0, 0, 1]));
    const turn = (v: Vec3) => (deg === 0 ? v : turnedAbout(v, low, sub(top, low), deg / DEG));
    const centre = turn(knuckle(middle));
    return {
      name: deg === 0 ? 'tyre' : 'tyre at lock',
      kind: 'tyre',
      centre,
      axis: sub(turn(add(knuckle(middle), axis)), centre),
      radiusMm: (wheels?.tyreDiameterMm ?? axle.tyreDiameterMm) / 2,
      rimMm:
        wheels?.rimDiameterMm !== undefined
          ? wheels.rimDiameterMm / 2
          : ((wheels?.tyreDiameterMm ?? axle.tyreDiameterMm) / 2) * RIM_SHARE,
      halfWidthMm: (wheels?.tyreWidthMm ?? axle.tyreWidthMm) / 2,
    };
  };
  return [
    ...[0, ...(axle.steered && lockDeg > 0 ? [lockDeg, -lockDeg] : [])].map(tyre),
    ...(linkMount(axle) === 'arm' ? [] : rod('lower arm', 'armInner', 'armOuter', RADIUS.arm)),
    ...rod('tie rod', 'rackEnd', 'tieRodOuter', RADIUS.tie),
    ...(layout.moves === 'strut' || linkMount(axle) === 'knuckle' ? [] : rod('damper', 'damperFoot', 'damperTop', RADIUS.damper)),
    ...(axle.powered && layout.jointedShafts
      ? [
          {
            name: 'drive shaft',
            kind: 'rod' as const,
            a: all.hub(hub),
            b: [hub[0], Math.min(hub[1] / 3, 200), hub[2]] as Vec3,
            radiusMm: RADIUS.shaft,
          },
        ]
      : []),
    ...(layout.moves === 'axle'
      ? [{ name: 'axle', kind: 'rod' as const, a: knuckle(hub), b: knuckle([hub[0], 0, hub[2]]), radiusMm: RADIUS.axle }]
      : []),
  ];
}
