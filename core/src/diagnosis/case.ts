import { fixed } from '../text';
import { jointKinds, partsOf, type Defect, type JointId } from '../joint';
import { studentCdf } from '../stats';
import { AXLES, otherEnd, otherSide, SIDES, type Side, type VehicleTypeSpec } from '../vehicle';
import { faultsAt, faultsOf, ofBarSystem, rusts, sayFault, type Fault, type FaultKind, type OtherFault } from './faults';
import type { Evidence, Network } from './network';
import { faultStrength, type FaultStrength, type SuspectsTable } from './suspects-table';
import type { Character, Handling, Heard, HistoryFlag, Manoeuvre, Sign, When, Where } from './words';

/** Something measured against its limit, with its standard uncertainty and degrees of freedom. */
export interface Measured {
  readonly meanMm: number;
  readonly uMm: number;
  readonly degrees: number;
  readonly limitMm: number;
}

/** What is known of a joint, as evidence. */
export interface JointEvidence {
  readonly joint: JointId;
  /** A check that counts: felt tight or moving. */
  readonly hand?: 'tight' | 'moves' | undefined;
  readonly defects?: readonly Defect[] | undefined;
  readonly play?: Measured | undefined;
  readonly clearance?: Measured | undefined;
}

export interface Case {
  readonly type: VehicleTypeSpec;
  readonly distanceKm: number;
  /** The side the kerb is on: the passenger's side of a shop that drives on the left or right. */
  readonly kerbSide: Side;
  readonly character: readonly Character[];
  readonly where: readonly Where[];
  readonly when: readonly When[];
  readonly handling: readonly Handling[];
  readonly history: readonly HistoryFlag[];
  readonly joints: readonly JointEvidence[];
  /** Movement felt by a shake that several joints could make, and nobody has said which. */
  readonly rocks?: readonly { readonly joints: readonly JointId[]; readonly words: string }[];
  readonly elsewhere?: readonly { readonly fault: OtherFault; readonly hand: 'tight' | 'moves' }[];
  /** The shop's own drive. */
  readonly drive?: readonly { readonly manoeuvre: Manoeuvre; readonly heard: Heard }[];
  /** Parts renewed at an earlier visit, and the distance then. */
  readonly renewed?: readonly { readonly joint: JointId; readonly atKm: number }[];
  /** Past jobs on vehicles of the same type with a confirmed cause, and how often each fault was it. */
  readonly sisters?: { readonly jobs: number; readonly found: Readonly<Partial<Record<FaultKind, number>>> };
}

/** A finding of the case in words, with what it is about. */
export interface Spoken {
  readonly words: string;
  readonly joint?: JointId;
  /** Positive findings speak for their causes, the others against. */
  readonly found: boolean;
}

export interface CaseNet {
  readonly net: Network;
  readonly said: readonly Evidence[];
  readonly faults: readonly Fault[];
  /** One for each piece of evidence in `said`. */
  readonly spoken: readonly Spoken[];
  /** Signs that were named and not weighed, because so many at once cannot be: those that tell least. */
  readonly leftOut: readonly string[];
}

/** Signs found that are weighed at once: two below what the network takes, for a check and a manoeuvre that are tried. */
const MOST_FOUND = 18;

/** Leaves out the signs of the complaint that tell least, where more were named than can be weighed at once. */
function withinReach(b: Omit<CaseNet, 'leftOut'>): CaseNet {
  const found = b.said.flatMap((e, i) => (e.ifFound > e.ifNot ? [i] : []));
  const over = found.length - MOST_FOUND;
  if (over <= 0) return { ...b, leftOut: [] };
  // The most a fault that makes a sign certain makes of its odds.
  const tells = (i: number) => {
    const f = b.net.findings[b.said[i]!.finding]!;
    return Math.max(0, ...f.links.map((l) => Math.log((l.q + (1 - l.q) * f.leak) / f.leak)));
  };
  const out = new Set(
    found
      .filter((i) => !b.spoken[i]!.joint)
      .sort((x, y) => tells(x) - tells(y))
      .slice(0, over),
  );
  return {
    ...b,
    said: b.said.filter((_, i) => !out.has(i)),
    spoken: b.spoken.filter((_, i) => !out.has(i)),
    leftOut: [...out].map((i) => b.spoken[i]!.words),
  };
}

/**
 * Chance that the true value is beyond its limit, from a mean and its uncertainty with nothing else
 * known (the conformance probability of JCGM 106:2012, 7.3), kept off 0 and 1: no gauge is that sure.
 */
export function beyondChance(m: Measured): number {
  const off = m.meanMm - m.limitMm;
  // A gauge that is said to doubt nothing still says nothing of what lies just on the limit.
  const t = m.uMm > 0 ? off / m.uMm : off === 0 ? 0 : Math.sign(off) * Infinity;
  return Math.min(0.9999, Math.max(0.0001, studentCdf(t, m.degrees)));
}

const CHANGED: Partial<Record<HistoryFlag, readonly FaultKind[]>> = {
  'links changed lately': ['link-upper', 'link-lower', 'link-body'],
  'bushings changed lately': ['frame-bushing', 'bracket-bolts'],
  'dampers changed lately': ['damper'],
};

/**
 * Prior of one fault by distance, corrosion, kerb side, what was renewed and what its sisters showed
 * (common practice, no source: frame bushings are often due around 160 000 km; the kerb side often
 * goes first). A recent replacement lowers a joint only by a third: cheap joints go loose early.
 */
function prior(f: Fault, base: number, c: Case, s: SuspectsTable): number {
  const k = s.priors;
  const renewed = c.renewed?.filter((r) => r.joint === f.joint).at(-1);
  const flagged = Object.entries(CHANGED).some(
    ([flag, kinds]) => c.history.includes(flag as HistoryFlag) && kinds.includes(f.kind),
  );
  const age = (km: number) => Math.min(k.most, Math.max(k.least, km / k.distanceKm));
  let p = base;
  if (c.sisters && f.axle) {
    const found = c.sisters.found[f.kind] ?? 0;
    p = (k.sistersWeight * p + found / 2) / (k.sistersWeight + c.sisters.jobs);
  }
  if (f.axle) p *= renewed ? Math.max(k.changedLately, age(c.distanceKm - renewed.atKm)) : age(c.distanceKm);
  if (!renewed && flagged) p *= k.changedLately;
  if (f.side && f.side === c.kerbSide) p *= k.kerbSide;
  if (c.history.includes('corrosion')) p *= rusts(f.kind) ? k.corrosionAtRubberAndSprings : k.corrosion;
  if (c.history.includes('impact or off-road')) p *= k.impact;
  if (f.kind === 'wheel-nuts' && (c.history.includes('other wheels') || c.history.includes('wheels swapped round')))
    p *= k.wheelsHandled;
  if (f.kind === 'recent work' && (Object.keys(CHANGED).some((h) => c.history.includes(h as HistoryFlag)) || c.renewed?.length))
    p *= k.workedOnLately;
  return Math.min(0.6, p);
}

/** Chance that this fault alone is heard in this manoeuvre (the customer's sign, sharpened by listening for it). */
function driveStrength(f: Fault, st: FaultStrength, m: Manoeuvre, s: SuspectsTable): number {
  const d = s.drive;
  const q = (sign: Sign, by = 1) => Math.min(d.most, (st.signs[sign] ?? 0) * d.sharper * by);
  const bar = ofBarSystem(f.kind);
  switch (m) {
    case 'left wheel over a bump':
    case 'right wheel over a bump': {
      const own = !f.side || m.startsWith(f.side);
      return q('one wheel over a bump', own ? 1 : bar ? d.otherWheel.bar : d.otherWheel.rest);
    }
    case 'bend to the left':
    case 'bend to the right':
      // The outer wheel carries the bend.
      return q('cornering', !f.side ? 1 : m.endsWith(f.side) ? d.inside : d.outside);
    case 'lock to lock, standing':
      return q('steering lock, standing');
    case 'links off, both sides':
      return bar ? d.linksOff.bar : q('one wheel over a bump', d.linksOff.rest);
    default:
      return q(m);
  }
}

/** The network of a case and what was said of it. */
export function buildCase(c: Case, s: SuspectsTable): CaseNet {
  const faults = faultsOf(c.type);
  const strengths = faults.map((f) => faultStrength(s, f.kind, f.axle && c.type.axles[f.axle]));
  const lastHeard = new Map((c.drive ?? []).map((d) => [d.manoeuvre, d.heard]));
  // What still knocks with the links off is most likely the customer's noise, and then the bar did not make it.
  const barHeard = lastHeard.get('links off, both sides') === 'knocks' ? s.drive.linksOff.anotherNoise : 1;
  const sign = (x: Sign) => (f: Fault, st: FaultStrength) => (st.signs[x] ?? 0) * (ofBarSystem(f.kind) ? barHeard : 1);
  const findings: { id: string; leak: number; links: { fault: number; q: number }[] }[] = [];
  const said: Evidence[] = [];
  const spoken: Spoken[] = [];
  const add = (
    id: string,
    leak: number,
    q: (f: Fault, st: FaultStrength) => number,
    [ifFound, ifNot]: readonly [number, number],
    words: string,
    joint?: JointId,
  ) => {
    const links = faults.flatMap((f, fault) => {
      const x = q(f, strengths[fault]!);
      return x > 0 ? [{ fault, q: x }] : [];
    });
    findings.push({ id, leak, links });
    said.push({ finding: findings.length - 1, ifFound, ifNot });
    spoken.push({ words, found: ifFound > ifNot, ...(joint ? { joint } : {}) });
  };
  const YES = [1, 0] as const;
  const NO = [0, 1] as const;

  for (const x of [...c.character, ...c.handling]) add(x, s.leaks[x], sign(x), YES, x);
  for (const x of c.when) {
    // "Quieter when both rise" says the hump with both wheels was tried and was not the moment.
    if (x === 'quieter when both rise') {
      if (!c.when.includes('both wheels over a hump')) {
        const hump = 'both wheels over a hump';
        add(hump, s.leaks[hump], sign(hump), [0.1, 0.9], x);
      }
    } else add(x, s.leaks[x], sign(x), YES, x);
  }

  // A place that was named points there; the other one, not named, is weak evidence against it.
  const p = s.place;
  for (const end of AXLES) {
    const other = otherEnd(end);
    const q = (f: Fault) =>
      f.axle ? (f.axle === end ? p.axle : 0) : f.id === 'load or jack loose' && end === 'rear' ? 0.8 : p.noPlace;
    if (c.where.includes(end)) add(`at the ${end}`, p.axleLeak, q, YES, `heard at the ${end}`);
    else if (c.where.includes(other))
      add(`at the ${end}`, p.axleLeak, q, [p.axleDoubt, 1 - p.axleDoubt], `not heard at the ${end}`);
  }
  if (!c.where.includes('both sides')) {
    for (const side of SIDES) {
      const other = otherSide(side);
      const q = (f: Fault) => (f.side ? (f.side === side ? p.side : p.otherSide) : p.noPlace + 0.1);
      if (c.where.includes(side)) add(`on the ${side}`, p.sideLeak, q, YES, `heard on the ${side}`);
      else if (c.where.includes(other))
        add(`on the ${side}`, p.sideLeak, q, [p.sideDoubt, 1 - p.sideDoubt], `not heard on the ${side}`);
    }
  }

  for (const [m, heard] of lastHeard)
    add(
      `drive: ${m}`,
      s.drive.leak,
      (f, st) => driveStrength(f, st, m, s),
      heard === 'knocks' ? YES : NO,
      heard === 'knocks' ? `knocks on our drive: ${m}` : `quiet on our drive: ${m}`,
    );

  const at = new Map<string, ReadonlySet<string>>();
  for (const end of AXLES)
    for (const side of SIDES)
      for (const kind of jointKinds(c.type.axles[end]))
        at.set(`${end}.${side}.${kind}`, new Set(faultsAt(c.type.axles[end], kind)));
  const by = (joint: JointId, strength: Readonly<Partial<Record<FaultKind, number>>>) => (f: Fault) =>
    f.joint === joint ? (strength[f.kind] ?? 0) : 0;
  for (const e of c.joints) {
    if (!at.has(e.joint)) continue;
    const name = sayFault(e.joint);
    if (e.hand)
      add(
        `hand ${e.joint}`,
        s.felt.leak,
        by(e.joint, s.felt.by),
        e.hand === 'moves' ? YES : NO,
        e.hand === 'moves' ? `${name} moves` : `${name} tight`,
        e.joint,
      );
    for (const d of e.defects ?? []) {
      const o = s.seen[d];
      if (faults.some((f) => f.joint === e.joint && (o.by[f.kind] ?? 0) > 0))
        add(`${d} ${e.joint}`, o.leak, by(e.joint, o.by), YES, `${name}: ${d}`, e.joint);
    }
    for (const [what, m] of [
      ['play', e.play],
      ['clearance', e.clearance],
    ] as const) {
      if (!m) continue;
      const own = partsOf(e.joint).kind;
      const beyond = beyondChance(m);
      add(
        `${what} ${e.joint}`,
        s.measured.beyondWhenSound,
        (f) => (f.joint === e.joint && (f.kind === own || own === 'arm-bushings') ? s.measured.beyondWhenWorn : 0),
        [beyond, 1 - beyond],
        `${name}: ${what} ${fixed(m.meanMm, 2)} mm against ${fixed(m.limitMm, 2)}`,
        e.joint,
      );
    }
  }
  for (const [i, r] of (c.rocks ?? []).entries()) {
    const joints = new Set<string>(r.joints);
    add(
      `rocks ${i}`,
      s.felt.leak,
      (f) => (f.joint && joints.has(f.joint) ? (s.felt.by[f.kind] ?? 0) : 0),
      YES,
      r.words,
      r.joints[0],
    );
  }
  for (const e of c.elsewhere ?? []) {
    if (!faults.some((f) => f.id === e.fault)) continue;
    const name = sayFault(e.fault);
    add(
      `hand ${e.fault}`,
      s.felt.leak,
      (f) => (f.id === e.fault ? (s.felt.by[f.kind] ?? 0) : 0),
      e.hand === 'moves' ? YES : NO,
      e.hand === 'moves' ? `${name}: found` : `${name}: nothing there`,
    );
  }
  return withinReach({
    net: { faults: faults.map((f, i) => ({ id: f.id, prior: prior(f, strengths[i]!.prior, c, s) })), findings },
    said,
    faults,
    spoken,
  });
}
