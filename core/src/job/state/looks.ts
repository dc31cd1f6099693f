import type { OtherFault } from '../../diagnosis';
import {
  checksOf,
  isJointId,
  jointId,
  jointsOf,
  lookCounts,
  partsOf,
  splitFastener,
  type Check,
  type Defect,
  type JointId,
  type JointKind,
  type JointState,
} from '../../joint';
import { tightenedBy, type CheckResult, type Entry, type EntryBodies, type Ledger, type PROOFS } from '../../ledger';
import { spoken } from '../../text';
import { AXLES, type AxleSpec, type Side } from '../../vehicle';
import type { JobContext } from '../context';
import { grouped } from './grouped';
import { isFail, judgeJoint, type Found, type HandFinding } from './joint';
import { measuresOf, type JointMeasures } from './measuring';

/** Everything known of one joint, and what that makes of it. */
export interface JointView extends JointMeasures {
  readonly id: JointId;
  readonly kind: JointKind;
  readonly side: Side;
  readonly state: JointState;
  /** One sentence on how the state came about. */
  readonly why: string;
  /** What was found of the old part, where the work has changed it since; else the same as now. */
  readonly asFound: { readonly state: JointState; readonly why: string };
  readonly hand?: CheckResult | undefined;
  /** What the hand said after the work. */
  readonly proof?: (typeof PROOFS)[number] | undefined;
  /** What was felt is a fail: it moves, or it is slight where the shop's rule says that is one. */
  readonly fails: boolean;
  /** False when the check was made in a state that shows nothing. */
  readonly handCounts: boolean;
  /** By how many ways of looking it was felt tight. */
  readonly ways: number;
  /** Moves and tight are both on the tape for this part. */
  readonly contradicted: boolean;
  readonly defects: readonly Defect[];
  readonly photos: readonly string[];
}

export interface Rock {
  readonly entry: string;
  readonly check: EntryBodies['check']['check'];
  readonly joints: readonly JointId[];
}

export interface LooksState {
  readonly joints: ReadonlyMap<JointId, JointView>;
  /** Checks of what is no joint of the plate. */
  readonly elsewhere: ReadonlyMap<OtherFault, CheckResult>;
  /** Shakes that moved and nobody has said where. */
  readonly rocks: readonly Rock[];
}

/** A shake that moved somewhere stays open until one of its joints is felt to move after it. */
function openRocks(checks: readonly Entry<'check'>[]): Rock[] {
  // Where each joint was felt to move for the last time.
  const moved = new Map<string, number>();
  checks.forEach((e, i) => e.body.results.forEach((r) => isMove(r) && moved.set(r.joint, i)));
  const first = new Map<string, Rock>();
  checks.forEach((e, i) => {
    if (!e.body.rocks) return;
    const joints = e.body.results.flatMap((r) => (isJointId(r.joint) ? [r.joint] : []));
    const told = joints.some((at) => moved.get(at)! >= i);
    if (!told && !first.has(joints.join())) first.set(joints.join(), { entry: e.id, check: e.body.check, joints });
  });
  return [...first.values()];
}
const isMove = ({ result }: { readonly result: CheckResult }) => result === 'moves' || result === 'dangerous';

/** What one check said of one joint. */
interface Said {
  readonly joint: string;
  /** Undefined where its fasteners were tightened and counted: that speaks for the joint by itself. */
  readonly check?: EntryBodies['check'] | undefined;
  readonly result: CheckResult;
}

/** With the part off nothing hides its play. */
const IN_THE_HAND: EntryBodies['check'] = { check: 'grip-link', state: 'wheels-off', results: [] };

/** What each line of the tape said of a joint's tightness, in order: checks, and wheel nuts that were counted. */
const saidBy = (e: Entry): readonly Said[] => {
  if (e.kind === 'check') return e.body.results.map((r) => ({ joint: r.joint, check: e.body, result: r.result }));
  // Loose in the hand is found by hand: it stands where the same part goes back on.
  if (e.kind === 'confirm' && e.body.outcome.startsWith('loose'))
    return [{ joint: e.body.joint, check: IN_THE_HAND, result: 'moves' }];
  const f = splitFastener(tightenedBy(e) ?? '');
  return f?.kind === 'wheel-nut' ? [{ joint: jointId(f.axle, f.side, 'wheel-nuts'), result: 'tight' }] : [];
};

/**
 * The hand's finding from the checks in their order: one that counts is not undone by a later one that does
 * not, and movement that was felt is undone by none. It stands until it is struck; a later "tight" is set
 * against it, for a person to settle.
 */
function handOf(
  kind: JointKind,
  said: readonly Said[],
  spec: AxleSpec,
  known: readonly Check[],
  slightFails: readonly JointKind[],
): HandFinding {
  const failing = (r: CheckResult | undefined) => isFail(r, kind, slightFails);
  const ways = new Set<string>();
  let found: HandFinding = { fails: false, counts: false, handWhy: '', contradicted: false };
  for (const { check: by, result } of said) {
    if (!by) {
      found = { hand: result, fails: false, counts: true, handWhy: '', contradicted: false, tightened: true };
      continue;
    }
    const ruling = lookCounts(spec, known, by.check, kind, by.state);
    // Movement felt always counts, a trace of it too.
    const counts = ruling.counts || failing(result) || result === 'slight';
    if (result === 'tight' && counts) ways.add(by.check);
    if (found.counts && !counts) continue;
    if (found.fails && (!failing(result) || found.hand === 'dangerous')) {
      if (result === 'tight') found = { ...found, contradicted: true };
      continue;
    }
    // Felt again after it was tight: it moves, and what was said before stays said.
    found = {
      hand: result,
      fails: failing(result),
      counts,
      handWhy: ruling.counts ? '' : ruling.why,
      contradicted: found.contradicted,
    };
  }
  return { ...found, ways: ways.size };
}

/** The hand's finding without what was tightened since. */
const foundOf = (kind: JointKind, said: readonly Said[], spec: AxleSpec, known: readonly Check[], context: JobContext) => {
  const f = handOf(
    kind,
    said.filter((s) => s.check),
    spec,
    known,
    context.rules.slightFails,
  );
  return { ...f, contradicted: false, tightened: false };
};

/** A bracket bolt that was loose and has been tightened since is loose no more. */
function defectsThatStand(l: Ledger): readonly Entry<'defect'>[] {
  const loose = l.kept.defect.filter((e) => e.body.what === 'bracket bolt loose');
  if (loose.length === 0) return l.kept.defect;
  const at = new Map(l.entries.map((e, i) => [e.id, i]));
  const tightened = new Map<string, number>();
  l.entries.forEach((t, i) => {
    const by = l.struck.has(t.id) ? undefined : tightenedBy(t);
    if (by) tightened.set(by, i);
  });
  const after = ({ id, body }: Entry<'defect'>) => {
    const { axle, side } = partsOf(body.joint);
    return (tightened.get(`${axle}.${side}.bracket-bolt`) ?? -1) >= at.get(id)!;
  };
  const mended = new Set(loose.filter(after));
  return l.kept.defect.filter((e) => !mended.has(e));
}

/** @param renewed joints whose part was chosen and fitted: what was found of the old part no longer speaks of the new */
export function looksState(l: Ledger, context: JobContext, renewed: ReadonlySet<JointId>): LooksState {
  const checks = l.kept.check;
  const rocks = openRocks(checks);
  const elsewhere = new Map<OtherFault, CheckResult>();
  for (const r of checks.flatMap((e) => e.body.results)) if (!isJointId(r.joint)) elsewhere.set(r.joint, r.result);
  const said = grouped(
    l.entries.flatMap((e) => (l.struck.has(e.id) ? [] : saidBy(e))),
    (s) => s.joint,
  );
  const seen = grouped(defectsThatStand(l), (e) => e.body.joint);
  const photos = grouped(l.kept.photo, (e) => e.body.joint);
  const proofs = new Map(l.kept.proof.flatMap((e) => e.body.results.map((r) => [r.joint, r.result] as const)));
  const measures = measuresOf(l, context);
  const joints = new Map<JointId, JointView>();
  for (const end of AXLES) {
    const spec = context.type.axles[end];
    const known = checksOf(spec);
    for (const id of jointsOf(end, spec)) {
      const { kind, side } = partsOf(id);
      const found = handOf(kind, said.get(id) ?? [], spec, known, context.rules.slightFails);
      const defects = [...new Set(seen.get(id)?.map((e) => e.body.what))];
      const measured = measures(id);
      const { hand, counts, handWhy } = found;
      const contradicted = found.contradicted && !renewed.has(id);
      const { before, after, clearance } = measured;
      // Every joint of the fold comes by here: fields are named, because spreading them costs half of it.
      const now = {
        hand,
        fails: found.fails,
        counts,
        handWhy,
        contradicted,
        tightened: found.tightened,
        before,
        after,
        clearance,
        defects,
        proof: proofs.get(id),
        renewed: renewed.has(id),
        rocks: hand === 'can’t tell' && rocks.some((r) => r.joints.includes(id)),
      };
      const judge = (on: Found) => {
        const j = judgeJoint(kind, on, context.measures.length);
        return { ...j, why: spoken(j.why, context.rules.dialect) };
      };
      const judged = judge(now);
      const { state, why } = judged;
      const changed = now.renewed || now.tightened;
      joints.set(id, {
        id,
        kind,
        side,
        state,
        why,
        asFound: changed ? judge({ ...now, ...foundOf(kind, said.get(id) ?? [], spec, known, context), renewed: false }) : judged,
        hand,
        proof: now.proof,
        fails: found.fails,
        handCounts: counts,
        ways: found.ways ?? 0,
        contradicted,
        defects,
        before,
        after,
        clearance,
        photos: (photos.get(id) ?? []).map((e) => e.body.photo),
      });
    }
  }
  return { joints, elsewhere, rocks };
}
