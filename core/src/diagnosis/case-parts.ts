import { fixed } from '../text';
import { jointKinds, partsOf, twinOf, type JointId, type JointKind } from '../joint';
import { AXLES, otherSide, SIDES } from '../vehicle';
import type { Case, JointEvidence, Spoken } from './case';
import { faultsAt, sayFault, type Fault, type FaultKind } from './faults';
import { playEvidence, type PlayAt, type Reading } from './play-density';
import type { SuspectsTable } from './suspects-table';
import { foundEvidence, MOST_TIED, tied, type PartEvidence, type WornFault } from './worn';

/** What was felt, seen and measured at the parts, as evidence on what is worn; and the same in words. */
export function partsOfCase(
  c: Case,
  s: SuspectsTable,
  faults: readonly Fault[],
  net: readonly WornFault[],
): { readonly evidence: readonly PartEvidence[]; readonly spoken: readonly Spoken[] } {
  const evidence: PartEvidence[] = [];
  const spoken: Spoken[] = [];
  const at = new Map<string, readonly FaultKind[]>();
  for (const end of AXLES)
    for (const side of SIDES)
      for (const kind of jointKinds(c.type.axles[end])) at.set(`${end}.${side}.${kind}`, faultsAt(c.type.axles[end], kind));
  const add = (e: PartEvidence, found: boolean, joint?: JointId) => {
    if (e.faults.length === 0) return;
    spoken.push({ words: e.words, found, layer: 'part', index: evidence.length, ...(joint ? { joint } : {}) });
    evidence.push(e);
  };
  const links = (q: (f: Fault) => number) =>
    faults.flatMap((f, fault) => {
      const x = q(f);
      return x > 0 ? [{ fault, q: x }] : [];
    });
  const linksAt = (joint: JointId, strength: Readonly<Partial<Record<FaultKind, number>>>) =>
    links((f) => (f.joint === joint ? (strength[f.kind] ?? 0) : 0));
  for (const e of c.joints) {
    if (!at.has(e.joint)) continue;
    const name = sayFault(e.joint);
    const felt = { leak: s.felt.leak, links: linksAt(e.joint, s.felt.by) };
    if (e.hand === 'moves') add(foundEvidence(`${name} moves`, felt, 1, 0), true, e.joint);
    if (e.hand === 'slight')
      add(foundEvidence(`${name}: a trace of play`, felt, s.felt.slight.ifMoves, s.felt.slight.ifNot), true, e.joint);
    if (e.hand === 'tight')
      for (let n = 0; n < Math.min(4, e.ways ?? 1); n++)
        add(foundEvidence(n ? `${name} tight, looked at another way` : `${name} tight`, felt, 0, 1), false, e.joint);
    for (const d of e.defects ?? []) {
      const o = s.seen[d];
      add(foundEvidence(`${name}: ${d}`, { leak: o.leak, links: linksAt(e.joint, o.by) }, 1, 0), true, e.joint);
    }
  }
  for (const r of c.rocks ?? []) {
    const joints = new Set<string>(r.joints);
    const all = links((f) => (f.joint && joints.has(f.joint) ? (s.felt.by[f.kind] ?? 0) : 0));
    add(foundEvidence(r.words, { leak: s.felt.leak, links: all }, 1, 0), true, r.joints[0]);
  }
  for (const e of c.elsewhere ?? []) {
    const all = links((f) => (f.id === e.fault ? (s.felt.by[f.kind] ?? 0) : 0));
    const found = e.hand === 'moves';
    const words = `${sayFault(e.fault)}: ${found ? 'found' : 'nothing there'}`;
    add(foundEvidence(words, { leak: s.felt.leak, links: all }, found ? 1 : 0, found ? 0 : 1), found);
  }
  // A joint's faults are looked at together: whatever is looked at next is of one component.
  const together = new Map<JointId, number[]>();
  faults.forEach((f, i) => f.joint && together.set(f.joint, [...(together.get(f.joint) ?? []), i]));
  for (const [joint, of] of together)
    if (of.length > 1) evidence.push({ words: sayFault(joint), faults: of, likelihood: () => 1 });
  for (const e of playsOf(c, faults, net, s, evidence)) add(e.evidence, e.found, e.joint);
  return { evidence, spoken };
}

/** Readings of one joint, for its density. */
function readingsOf(e: JointEvidence | undefined): Reading[] {
  return [e?.play, e?.clearance].flatMap((m) => (m ? [m] : []));
}

/** What was measured, the two sides of a pair together, where they do not tie too many faults. */
function playsOf(
  c: Case,
  faults: readonly Fault[],
  net: readonly WornFault[],
  s: SuspectsTable,
  so: readonly PartEvidence[],
): { evidence: PartEvidence; found: boolean; joint: JointId }[] {
  const known = new Map(c.joints.map((e) => [e.joint, e]));
  const faultsOfPlay = (joint: JointId, kind: JointKind) =>
    // A joint's own fault is what its play is of; the bushings of an arm are told apart by nobody's gauge.
    faults.flatMap((f, i) => (f.joint === joint && (f.kind === (kind as FaultKind) || kind === 'arm-bushings') ? [i] : []));
  const at = (joint: JointId): PlayAt => {
    const { kind } = partsOf(joint);
    const own = faultsOfPlay(joint, kind);
    const earlier = c.earlier?.filter((x) => x.joint === joint).at(-1);
    const readings = readingsOf(known.get(joint));
    return { faults: own, sounds: own.map((f) => net[f]!.sounds), readings, ...(earlier && readings.length ? { earlier } : {}) };
  };
  const say = (joint: JointId) => {
    const e = known.get(joint)!;
    return [['play', e.play] as const, ['clearance', e.clearance] as const]
      .flatMap(([what, m]) => (m ? [`${what} ${fixed(m.meanMm, 2)} mm against ${fixed(m.limitMm, 2)}`] : []))
      .join(', ');
  };
  const done = new Set<JointId>();
  return c.joints.flatMap((e) => {
    const { kind } = partsOf(e.joint);
    const kindPlay = s.play.by[kind];
    if (!kindPlay || done.has(e.joint) || readingsOf(e).length === 0) return [];
    const twin = twinOf(e.joint);
    const sides = [at(e.joint)];
    if (sides[0]!.faults.length === 0) return [];
    const both = twin && readingsOf(known.get(twin)).length > 0;
    const found = readingsOf(e).some(
      (r) => Math.log(r.meanMm > 0 ? r.meanMm : 1e-6) > (Math.log(kindPlay.soundMm) + Math.log(kindPlay.wornMm)) / 2,
    );
    const words = `${sayFault(e.joint)}: ${say(e.joint)}`;
    if (both) {
      const pair = [...sides, at(twin)];
      const ev = playEvidence(`${words}; ${say(twin)} on the ${otherSide(partsOf(e.joint).side)}`, pair, kindPlay, s.play.spread);
      const most = Math.max(...tied(faults.length, [...so, ev]).map((g) => g.faults.length));
      if (most <= MOST_TIED - 2) {
        done.add(twin);
        return [{ evidence: ev, found, joint: e.joint }];
      }
    }
    return [{ evidence: playEvidence(words, sides, kindPlay, s.play.spread), found, joint: e.joint }];
  });
}
