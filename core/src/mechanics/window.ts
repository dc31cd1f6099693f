import { attempt, BadInput, positive, within } from '../error';
import { fixed, list } from '../text';
import { linkAt, type LinkRig, type RigPosition, type StudWay } from './rig';
import { keepsClear, linkOver, type LinkOver } from './rig-over';

/** A stretch of lengths, mm. */
export type Stretch = readonly [from: number, to: number];

/** What a link's length has to satisfy, each with its limit; what is left out is taken as usual or not asked. */
export interface LengthLimits {
  /** How far the bar's arm may stand from where it stood, degrees either way. */
  readonly armDeg?: number | undefined;
  /** Most swing of the studs as their maker says, degrees. */
  readonly swingDeg?: Partial<Record<'mount' | 'eye', number>> | undefined;
  /** Least angle from in line. */
  readonly overCentreDeg?: number | undefined;
  /** Least air to what stands in the way, mm. */
  readonly airMm?: number | undefined;
  /** Lengths an adjustable link can be set to. */
  readonly thread?: Stretch | undefined;
  /** Length of the link at the other side, and how far this one may differ. */
  readonly other?: { readonly lengthMm: number; readonly withinMm: number } | undefined;
}

/** What is usual where no maker says (common practice, no source). */
export const USUAL_LIMITS = {
  armDeg: 5,
  overCentreDeg: 30,
  airMm: 10,
  /** A ball stud in its boot; grommets on a bolt. */
  swingDeg: { across: 20, along: 12 } as Readonly<Record<StudWay, number>>,
} as const;

/** One thing that a length has to satisfy, and the lengths that do. */
export interface Strip {
  readonly what:
    'reaches' | 'arm angle' | 'stud at the mount' | 'stud at the eye' | 'over-centre' | 'clear' | 'thread' | 'both sides';
  /** In the shop's words, as a label. */
  readonly label: string;
  /** Its limit, and whose it is: "10 mm, usual". */
  readonly limit: string;
  readonly lengths: readonly Stretch[];
}

export interface LengthWindow {
  readonly from: number;
  readonly to: number;
  readonly strips: readonly Strip[];
  /** The lengths that satisfy everything. */
  readonly fits: readonly Stretch[];
  /** The longest of them. */
  readonly best?: Stretch | undefined;
  /** Why there is none. */
  readonly because?: string | undefined;
}

/** Lengths are tried this far apart, edges found to a twentieth of a millimetre. */
const STEP_MM = 2.5;
const EDGE_MM = 0.05;
/** How far from the link's own length is looked, mm. */
const ROOM_MM = 70;

interface Asked {
  readonly strip: Omit<Strip, 'lengths'>;
  /** Positive where the length does; NaN where it does not reach at all. */
  readonly margin: (lengthMm: number) => number;
}

/** Both stretches' common part. */
const overlap = (a: readonly Stretch[], b: readonly Stretch[]): Stretch[] =>
  a.flatMap(([f, t]) =>
    b.flatMap(([g, u]): Stretch[] => (Math.min(t, u) - Math.max(f, g) > 0 ? [[Math.max(f, g), Math.min(t, u)]] : [])),
  );

/** The limits that rule a rig, each with its words: what was given, what is usual, or what the old link had already. */
export interface RulingLimits {
  readonly armDeg: number;
  readonly swing: Readonly<Record<'mount' | 'eye', { readonly mostDeg: number; readonly words: string }>>;
  readonly overCentre: { readonly leastDeg: number; readonly words: string };
  readonly air: { readonly leastMm: number; readonly words: string; readonly of: string };
}

/**
 * Limits that no maker gave are usual ones; one that the old link at the old stance did not keep either is not asked of
 * the new one: then it must be no worse than that was.
 * @throws BadInput naming a limit
 */
export function rulingLimits(rig: LinkRig, limits: LengthLimits = {}, was: LinkRig = rig): RulingLimits {
  const arm = within('turn of the bar’s arm', limits.armDeg ?? USUAL_LIMITS.armDeg, 0.5, 60, '°');
  const centre = within('angle to over-centre', limits.overCentreDeg ?? USUAL_LIMITS.overCentreDeg, 1, 80, '°');
  const air = within('air to what is near', limits.airMm ?? USUAL_LIMITS.airMm, 0, 100, 'mm');
  const before = linkOver(was, was.lengthMm);
  const swing = (end: 'mount' | 'eye') => {
    const given = limits.swingDeg?.[end];
    if (given !== undefined)
      return { mostDeg: within('swing of the stud', given, 1, 80, '°'), words: `${fixed(given, 0)}°, its maker` };
    const usual = USUAL_LIMITS.swingDeg[rig.ways[end]];
    return before.swingDeg[end] > usual
      ? { mostDeg: before.swingDeg[end] + 0.5, words: `${fixed(before.swingDeg[end], 0)}° as it was` }
      : { mostDeg: usual, words: `${usual}°, usual` };
  };
  const leastDeg = before.failsAt ? centre : Math.min(centre, before.leastOverCentreDeg - 0.5);
  const leastMm = before.nearest ? Math.min(air, before.nearest.airMm - 0.5) : air;
  const asWas = (limit: number, asked: number, given: number | undefined, unit: string) =>
    limit < asked ? 'no worse than it was' : `${fixed(asked, 0)}${unit}${given === undefined ? ', usual' : ''}`;
  return {
    armDeg: arm,
    swing: { mount: swing('mount'), eye: swing('eye') },
    overCentre: { leastDeg, words: asWas(leastDeg, centre, limits.overCentreDeg, '°') },
    air: {
      leastMm,
      words: asWas(leastMm, air, limits.airMm, ' mm'),
      of: before.nearest?.name.replace(' at lock', '') ?? 'the rest',
    },
  };
}

/** Which limits a link of some length breaks at one position of the wheel, in words. */
export function limitsMet(rig: LinkRig, rules: RulingLimits, lengthMm: number, p: RigPosition): string[] {
  const at = attempt(() => linkAt(rig, lengthMm, p));
  if (!at.ok) return [at.error.message];
  const { swingDeg, overCentreDeg, nearest } = at.value;
  const other = { upper: 'lower', lower: 'upper' } as const;
  const deg = (v: number) => `${fixed(v, 0)}°`;
  return [
    ...(swingDeg.mount > rules.swing.mount.mostDeg
      ? [`${rig.mountIs} stud swings ${deg(swingDeg.mount)}: past ${rules.swing.mount.words}`]
      : []),
    ...(swingDeg.eye > rules.swing.eye.mostDeg
      ? [`${other[rig.mountIs]} stud swings ${deg(swingDeg.eye)}: past ${rules.swing.eye.words}`]
      : []),
    ...(overCentreDeg < rules.overCentre.leastDeg
      ? [`${deg(overCentreDeg)} from over-centre: ${rules.overCentre.words} is the least`]
      : []),
    ...(nearest && nearest.airMm < rules.air.leastMm
      ? [nearest.airMm <= 0 ? `it meets the ${nearest.name}` : `${fixed(nearest.airMm, 0)} mm from the ${nearest.name}`]
      : []),
  ];
}

/**
 * The window of lengths that satisfy everything over the whole travel (compute.md, "Link length"), each demand by
 * itself as stretches on one axis, and their common part.
 * @param rig the axle as it stands now
 * @param was the same before: where it stood; the rig itself where nothing changed
 * @throws BadInput naming a limit
 */
export function windowOf(rig: LinkRig, limits: LengthLimits = {}, was: LinkRig = rig): LengthWindow {
  const rules = rulingLimits(rig, limits, was);
  /** Each length is worked out once for all that is asked of it. */
  const all = new Map<number, LinkOver>();
  const over = (l: number): LinkOver => {
    let o = all.get(l);
    if (!o) all.set(l, (o = linkOver(rig, l, false)));
    return o;
  };
  const meets = (f: (o: LinkOver) => number) => (l: number) => {
    const o = over(l);
    return o.failsAt ? NaN : f(o);
  };
  const asked: Asked[] = [
    { strip: { what: 'reaches', label: 'reaches', limit: 'over the whole travel' }, margin: meets(() => 1) },
    {
      strip: { what: 'arm angle', label: 'arm angle kept', limit: `±${fixed(rules.armDeg, 0)}°` },
      margin: (l) => {
        const at = attempt(() => linkAt(rig, l, rig.ride, false));
        return at.ok ? rules.armDeg - Math.abs(at.value.armDeg) : NaN;
      },
    },
    {
      strip: { what: 'stud at the mount', label: `${rig.mountIs} stud swings`, limit: rules.swing.mount.words },
      margin: meets((o) => rules.swing.mount.mostDeg - o.swingDeg.mount),
    },
    {
      strip: {
        what: 'stud at the eye',
        label: `${rig.mountIs === 'upper' ? 'lower' : 'upper'} stud swings`,
        limit: rules.swing.eye.words,
      },
      margin: meets((o) => rules.swing.eye.mostDeg - o.swingDeg.eye),
    },
    {
      strip: { what: 'over-centre', label: 'clear of over-centre', limit: rules.overCentre.words },
      margin: meets((o) => o.leastOverCentreDeg - rules.overCentre.leastDeg),
    },
  ];
  if (rig.positions.some((p) => p.solids.length))
    asked.push({
      strip: {
        what: 'clear',
        label: `clear of ${rules.air.of}`,
        limit: rules.air.words,
      },
      margin: (l) => (over(l).failsAt ? NaN : keepsClear(rig, l, rules.air.leastMm) ? 0 : -1),
    });
  const strips: Strip[] = [];
  const from = Math.max(20, rig.lengthMm - ROOM_MM, 0);
  const to = Math.max(from + STEP_MM, rig.lengthMm + ROOM_MM);
  for (const a of asked) strips.push({ ...a.strip, lengths: stretches(a.margin, from, to) });
  if (limits.thread) {
    const [lo, hi] = limits.thread;
    positive('least length of the adjustable link', lo, 'mm');
    if (hi <= lo) throw new BadInput('most length of the adjustable link', `must be more than its least, ${fixed(lo, 1)} mm`, hi);
    strips.push({
      what: 'thread',
      label: 'thread enough',
      limit: `${fixed(lo, 0)} to ${fixed(hi, 0)} mm`,
      lengths: [limits.thread],
    });
  }
  if (limits.other) {
    const { lengthMm, withinMm } = limits.other;
    positive('length of the link at the other side', lengthMm, 'mm');
    positive('difference between the sides', withinMm, 'mm');
    strips.push({
      what: 'both sides',
      label: 'both sides equal',
      limit: `${fixed(lengthMm, 1)} ± ${fixed(withinMm, 1)} mm`,
      lengths: [[lengthMm - withinMm, lengthMm + withinMm]],
    });
  }
  const fits = strips.reduce<readonly Stretch[]>((sum, s) => overlap(sum, s.lengths), [[from, to]]);
  const best = fits.length ? fits.reduce((a, b) => (b[1] - b[0] > a[1] - a[0] ? b : a)) : undefined;
  return { from, to, strips, fits, best, because: fits.length ? undefined : whyNone(strips, rig) };
}

/** The stretches where a margin is not negative, edges found by halving. */
function stretches(margin: (l: number) => number, from: number, to: number): Stretch[] {
  const n = Math.ceil((to - from) / STEP_MM);
  const out: [number, number][] = [];
  const good = (l: number) => margin(l) >= 0;
  const edge = (bad: number, ok: number): number => {
    while (Math.abs(ok - bad) > EDGE_MM) {
      const mid = (ok + bad) / 2;
      if (good(mid)) ok = mid;
      else bad = mid;
    }
    return ok;
  };
  let before = from;
  let was = false;
  for (let i = 0; i <= n; i++) {
    const l = from + ((to - from) * i) / n;
    const now = good(l);
    if (now && !was) out.push([i === 0 ? l : edge(before, l), l]);
    if (!now && was) out.at(-1)![1] = edge(l, before);
    if (now) out.at(-1)![1] = l;
    before = l;
    was = now;
  }
  return out;
}

/** "Nothing fits because …": one demand that nothing meets, or the fewest that do not go together. */
function whyNone(strips: readonly Strip[], rig: LinkRig): string {
  const say = (s: Strip) => `${s.label} (${s.limit})`;
  const span = (s: Strip) => s.lengths.map(([f, t]) => `${fixed(f, 0)} to ${fixed(t, 0)} mm`).join(' or ');
  const none = strips.find((s) => s.lengths.length === 0);
  if (none?.what === 'reaches') {
    const f = linkOver(rig, rig.lengthMm, false).failsAt;
    return `Nothing fits: no length reaches over the whole travel${f ? `; one of ${fixed(rig.lengthMm, 0)} mm ends at wheel ${fixed(f.travelMm, 0)} mm` : ''}.`;
  }
  if (none) return `Nothing fits: no length meets “${say(none)}”.`;
  for (const [i, a] of strips.entries())
    for (const b of strips.slice(i + 1))
      if (overlap(a.lengths, b.lengths).length === 0)
        return `Nothing fits: ${say(a)} asks for ${span(a)}, ${say(b)} for ${span(b)}.`;
  return `Nothing fits: ${list(strips.map((s) => s.label))} have no length in common.`;
}

/** Whether a link of this length is right, and if not the first demand it does not meet. */
export function judgeLength(w: LengthWindow, lengthMm: number): { readonly fits: boolean; readonly missed: readonly Strip[] } {
  const missed = w.strips.filter((s) => !s.lengths.some(([f, t]) => lengthMm >= f - 1e-9 && lengthMm <= t + 1e-9));
  return { fits: missed.length === 0, missed };
}

/** A link that is there, by its length. */
export interface LengthMark {
  readonly lengthMm: number;
  /** "on the shelf", "fitted now". */
  readonly where: string;
}

/** What a link of some length does here: as good as the one that was found, within everything, or not. */
export type LengthDoes = 'right' | 'would do' | 'no';
/** A length that was found, and how far it may be off, mm. */
export interface FoundWithDoubt {
  readonly lengthMm: number;
  readonly doubtMm: number;
}
/** Nobody tells links apart that are nearer, mm (common practice, no source: they are listed in whole millimetres). */
const AS_GOOD_MM = 1;

/**
 * Right is a length within the window and as near to the one that was found as that is known; any other within it would do.
 * @param lengthMm mm
 */
export function lengthDoes(w: LengthWindow, lengthMm: number, found: FoundWithDoubt | null): LengthDoes {
  if (!judgeLength(w, lengthMm).fits) return 'no';
  return found && Math.abs(lengthMm - found.lengthMm) <= Math.max(AS_GOOD_MM, found.doubtMm) ? 'right' : 'would do';
}

/**
 * The window in a sentence, and which links that are there are right.
 * @param say a length in what comes first in the shop
 */
export function sayWindow(
  w: LengthWindow,
  marks: readonly LengthMark[],
  say: (mm: number, digits: number) => string,
  found: FoundWithDoubt | null = null,
): string[] {
  if (!w.best) return [w.because ?? 'Nothing fits.'];
  // "288 to 299 mm": the unit once.
  const bare = (mm: number) => say(mm, 0).replace(/ (mm|in)$/, '');
  const all = w.fits.map(([f, t]) => `${bare(f)} to ${say(t, 0)}`).join(', or ');
  const judged = marks.map((m) => ({ m, ...judgeLength(w, m.lengthMm) }));
  const name = (m: LengthMark) => `${say(m.lengthMm, 0)} (${m.where})`;
  const those = (does: LengthDoes) => marks.filter((m) => lengthDoes(w, m.lengthMm, found) === does).map(name);
  const [right, would] = [those('right'), those('would do')];
  return [
    `${all} works at this stance.`,
    ...(right.length ? [`${list(right)} ${right.length === 1 ? 'is' : 'are'} right.`] : []),
    ...(would.length ? [`${list(would)} would do.`] : []),
    ...judged
      .filter((j) => !j.fits)
      .map((j) => `${name(j.m)} is not: ${j.missed.map((x) => `${x.label}, ${x.limit}`).join('; ')}.`),
  ];
}
