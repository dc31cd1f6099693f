import { attempt, positive, within } from '../error';
import { add, cross, scale, sub, type Vec3 } from '../numeric';
import type { AxleSpec } from '../vehicle';
import { airBetween, type Solid } from './distance';
import { eyePosition } from './linkage';
import { rigOf, USUAL_REACH, type LinkRig, type Reach, type Wheels } from './rig';
import { keepsClear } from './rig-over';
import { USUAL_LIMITS } from './window';

/** What of the bar system can meet something. */
export const FIT_PARTS = ['link', 'bar end', 'bolt outward', 'bolt inward', 'control arm', 'tie rod'] as const;
export type FitPart = (typeof FIT_PARTS)[number];

/** How near a part comes to something over travel and lock, mm, and where. */
export interface Air {
  readonly name: string;
  readonly airMm: number;
  readonly travelMm: number;
}

/** Wheels that are not the type's, against the bar system. */
export interface WheelFit {
  readonly before: Readonly<Record<FitPart, Air | undefined>>;
  readonly after: Readonly<Record<FitPart, Air | undefined>>;
  /** What is nearer than the least air and was not before, in sentences; none where they clear. */
  readonly meets: readonly string[];
  /** How much shorter the link would have to be to clear, mm; left out where it clears, or no shorter one does. */
  readonly shorterMm?: number | undefined;
  /** By the points the old wheels touched already, which they did not: the points are not where they are said to be. */
  readonly doubtful: boolean;
  /** Which way the mount's bolt points with more air. */
  readonly boltPoints: 'inward' | 'outward' | 'either way';
}

/** How far a stud with its nut stands out of its eye, and its radius, mm (common practice, no source). */
const BOLT = { lengthMm: 30, radiusMm: 9 } as const;

/** How near each part comes to the tyre over all positions: other wheels change nothing else. */
function airsOf(rig: LinkRig): Record<FitPart, Air | undefined> {
  const best: Record<FitPart, Air | undefined> = {
    link: undefined,
    'bar end': undefined,
    'bolt outward': undefined,
    'bolt inward': undefined,
    'control arm': undefined,
    'tie rod': undefined,
  };
  for (const p of rig.positions) {
    const e = attempt(() => eyePosition(p.circle, rig.lengthMm, p.mount, rig.branch).eye);
    if (!e.ok) continue;
    // Outward is to the left on the left side.
    const out = scale(p.mountStud, p.mountStud[1] >= 0 ? BOLT.lengthMm : -BOLT.lengthMm);
    const rods: [FitPart, Vec3, Vec3, number][] = [
      ['link', p.mount, e.value, rig.linkRadiusMm],
      ['bolt outward', p.mount, add(p.mount, out), BOLT.radiusMm],
      ['bolt inward', p.mount, sub(p.mount, out), BOLT.radiusMm],
      ...(p.bushing ? [['bar end', p.bushing, e.value, rig.armRadiusMm] as [FitPart, Vec3, Vec3, number]] : []),
      ...p.inWheel.map((r): [FitPart, Vec3, Vec3, number] => [r.name as FitPart, r.a, r.b, r.radiusMm]),
    ];
    for (const s of p.solids.filter((x) => x.kind === 'tyre'))
      for (const [part, a, b, r] of rods) {
        const airMm = airBetween(a, b, r, s, best[part]?.airMm);
        if (!best[part] || airMm < best[part].airMm) best[part] = { name: s.name, airMm, travelMm: p.travelMm };
      }
  }
  return best;
}

/** "with the wheel up 70 mm" */
const sayTravel = (a: Air): string => `with the wheel ${a.travelMm >= 0 ? 'up' : 'down'} ${Math.round(Math.abs(a.travelMm))} mm`;

const PART_WORDS: Readonly<Record<FitPart, string>> = {
  link: 'The link',
  'bar end': 'The bar’s end',
  'bolt outward': 'A bolt that points outward',
  'bolt inward': 'A bolt that points inward',
  'control arm': 'The control arm',
  'tie rod': 'The tie rod’s end',
};

/**
 * What smaller, larger or wider wheels meet of link, bar end and bolt head over travel and lock.
 * @throws BadInput as `rigOf`, or naming a measure of the wheels
 */
export function wheelFit(
  axle: AxleSpec,
  wheels: Wheels,
  loweredMm = 0,
  reach: Reach = USUAL_REACH,
  airMm: number = USUAL_LIMITS.airMm,
): WheelFit {
  positive('width of the tyre', wheels.tyreWidthMm, 'mm');
  positive('diameter of the tyre', wheels.tyreDiameterMm, 'mm');
  within('how far out the wheel stands', wheels.outMm, -150, 150, 'mm');
  if (wheels.rimDiameterMm !== undefined) within('rim', wheels.rimDiameterMm, 200, wheels.tyreDiameterMm, 'mm');
  const now = rigOf(axle, { loweredMm, reach, wheels });
  const [before, after] = [airsOf(rigOf(axle, { loweredMm, reach })), airsOf(now)];
  const close = (part: FitPart): boolean => {
    const [was, is] = [before[part], after[part]];
    return is !== undefined && is.airMm < airMm && is.airMm < (was?.airMm ?? Infinity) - 0.5;
  };
  const say = (part: FitPart): string => {
    const a = after[part]!;
    const where = sayTravel(a);
    return a.airMm <= 0
      ? `${PART_WORDS[part]} meets the ${a.name} ${where}.`
      : `${PART_WORDS[part]} comes within ${Math.round(a.airMm)} mm of the ${a.name} ${where}.`;
  };
  const gap = (after['bolt inward']?.airMm ?? Infinity) - (after['bolt outward']?.airMm ?? Infinity);
  const boltPoints = !Number.isFinite(gap) || Math.abs(gap) < 2 ? 'either way' : gap > 0 ? 'inward' : 'outward';
  const meets = (['link', 'bar end', 'control arm', 'tie rod'] as const).filter(close).map(say);
  const bolt = boltPoints === 'outward' ? 'bolt outward' : 'bolt inward';
  return {
    before,
    after,
    meets: [...meets, ...(close(bolt) ? [say(bolt)] : [])],
    doubtful: (['link', 'bar end'] as const).some((part) => (before[part]?.airMm ?? 1) <= 0),
    shorterMm: close('link') ? shorterBy(now, airMm) : undefined,
    boltPoints,
  };
}

/** The least shortening that keeps clear, to half a millimetre; undefined where none to a third of the link does. */
function shorterBy(rig: LinkRig, airMm: number): number | undefined {
  for (let shorterMm = 0.5; shorterMm < rig.lengthMm / 3; shorterMm += 0.5)
    if (keepsClear(rig, rig.lengthMm - shorterMm, airMm)) return shorterMm;
  return undefined;
}

/** A bar's middle that stands off the line of its arms, both ways up. */
export interface WayUp {
  readonly asDrawn: Air | undefined;
  readonly turnedOver: Air | undefined;
  /** Which way keeps more air. */
  readonly right: 'as drawn' | 'turned over' | 'either way';
  readonly sentence: string;
}

/**
 * Which way up a bar goes: its middle, bent out of the arms' plane, against rack, shafts and axle at both stops.
 * @param dropMm how far the middle stands above the arms' plane as drawn (below: negative), mm
 * @throws BadInput as `rigOf`
 */
export function barWayUp(axle: AxleSpec, dropMm: number, loweredMm = 0, reach: Reach = USUAL_REACH): WayUp {
  within('bend of the bar’s middle', dropMm, -300, 300, 'mm');
  const rig = rigOf(axle, { loweredMm, reach, steps: 8 });
  const nearest = (drop: number): Air | undefined => {
    let best: Air | undefined;
    for (const p of rig.positions) {
      const e = attempt(() => eyePosition(p.circle, rig.lengthMm, p.mount, rig.branch));
      if (!e.ok || !p.bushing) continue;
      const arm = sub(e.value.eye, p.circle.centre);
      const along = cross(p.circle.e1, p.circle.e2);
      const off = cross(arm, along);
      const up = scale(off, (off[2] >= 0 ? drop : -drop) / Math.hypot(...off));
      const [a, b]: [Vec3, Vec3] = [add(p.bushing, up), add([p.bushing[0], 0, p.bushing[2]], up)];
      for (const s of middles(p.solids, axle)) {
        const airMm = airBetween(a, b, rig.armRadiusMm, s);
        if (!best || airMm < best.airMm) best = { name: s.name, airMm, travelMm: p.travelMm };
      }
    }
    return best;
  };
  const [asDrawn, turnedOver] = [nearest(dropMm), nearest(-dropMm)];
  const gap = (asDrawn?.airMm ?? Infinity) - (turnedOver?.airMm ?? Infinity);
  const right = !Number.isFinite(gap) || Math.abs(gap) < 2 ? 'either way' : gap > 0 ? 'as drawn' : 'turned over';
  const [good, bad] = right === 'turned over' ? [turnedOver, asDrawn] : [asDrawn, turnedOver];
  const mm = (a: Air | undefined) =>
    a ? `${Math.round(a.airMm)} mm from the ${a.name} ${sayTravel(a)}` : 'clear of all that is known';
  return {
    asDrawn,
    turnedOver,
    right,
    sentence:
      right === 'either way'
        ? `Both ways up keep the same air: ${mm(good)}. Go by its arrow or label, and by the photograph.`
        : `${right === 'as drawn' ? 'As drawn' : 'Turned over'}: ${mm(good)}; the other way ${mm(bad)}. Its arrow or label comes first.`,
  };
}

/** What the bar's middle passes: the steering rack, the axle, the shafts. */
function middles(solids: readonly Solid[], axle: AxleSpec): Solid[] {
  const rack = axle.points.rackEnd?.at;
  return [
    ...solids.filter((s) => s.name === 'axle' || s.name === 'drive shaft'),
    ...(rack ? [{ name: 'steering rack', kind: 'rod' as const, a: rack, b: [rack[0], 0, rack[2]] as Vec3, radiusMm: 25 }] : []),
  ];
}
