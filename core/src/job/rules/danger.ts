import { dangersStanding, isTold, type Danger, type DangerAt, type DangerFacts } from '../../danger';
import { elsewhereChecks, faultsOf } from '../../diagnosis';
import {
  assemblyOf,
  checksOf,
  defectGrade,
  isDangerous,
  isJointId,
  jointId,
  lookCounts,
  partsOf,
  splitFastener,
  type JointId,
} from '../../joint';
import { tightenedBy, type Entry } from '../../ledger';
import { otherStep, stepOfAxle } from '../../plan';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { isFail } from '../state/joint';
import { fittingStep, isApproved, refitted, workJoints } from './planned';
import { fastenersOf } from './work';

/** A fact as it is gathered: in which list, and what it says. */
type Lists = { -readonly [K in Exclude<keyof DangerFacts, 'renewed'>]: DangerFacts[K][number][] };

/** What a check says: dangers, looks that found nothing, and what was felt to move by name. */
function ofCheck(s: JobState, e: Entry<'check'>, i: number, out: Lists, bad: ReadonlySet<DangerAt>): void {
  const { check, state, results } = e.body;
  // Where none of them is dangerous (which end of a link it is) nothing is in danger.
  if (e.body.rocks && results.some((r) => isJointId(r.joint) && isDangerous(partsOf(r.joint).kind)))
    out.found.push({ kind: 'rocks', at: results.map((r) => r.joint), entry: e.id, since: i });
  for (const { joint: at, result } of results) {
    if (!isJointId(at)) {
      const shows = elsewhereChecks(s.context.type)
        .find((c) => c.id === check)
        ?.states.includes(state);
      if (result === 'tight' && shows) out.clears.push({ at, i });
      if (result === 'dangerous' || (result === 'moves' && bad.has(at)))
        out.found.push({ kind: 'elsewhere', at: [at], entry: e.id, since: i });
      continue;
    }
    const { axle, kind } = partsOf(at);
    const spec = s.context.type.axles[axle];
    if (result === 'tight' && lookCounts(spec, checksOf(spec), check, kind, state).counts) out.clears.push({ at, i });
    if (result === 'moves' || result === 'dangerous') out.moves.push({ at, i });
    if (result === 'dangerous' || (isDangerous(kind) && isFail(result, kind, s.context.rules.slightFails)))
      out.found.push({ kind: 'felt', at: [at], entry: e.id, since: i });
  }
}

/** What one line of the tape says of dangers. */
function ofEntry(s: JobState, e: Entry, i: number, out: Lists, bad: ReadonlySet<DangerAt>): void {
  switch (e.kind) {
    case 'check':
      return ofCheck(s, e, i, out, bad);
    case 'defect': {
      const grade = defectGrade(e.body.what);
      if (grade === 'dangerous' || (grade === 'bad' && isDangerous(partsOf(e.body.joint).kind)))
        out.found.push({ kind: 'seen', at: [e.body.joint], entry: e.id, since: i });
      return;
    }
    case 'confirm':
      if (e.body.outcome.startsWith('loose') && isDangerous(partsOf(e.body.joint).kind))
        out.found.push({ kind: 'felt', at: [e.body.joint], entry: e.id, since: i });
      return;
    case 'proof':
      for (const { joint, result } of e.body.results) {
        out.proofs.push({ at: joint, i, moves: result === 'still moves' });
        if (result === 'still moves' && isDangerous(partsOf(joint).kind))
          out.found.push({ kind: 'not cured', at: [joint], entry: e.id, since: i });
      }
      return;
    case 'told':
      // Whoever was told of nothing by name was told of nothing; that it fails an inspection is another thing.
      if (e.body.about !== 'inspection') out.told.push({ at: [...(e.body.joints ?? []), ...(e.body.others ?? [])], i });
      return;
    default: {
      const f = splitFastener(tightenedBy(e) ?? '');
      if (f?.kind === 'wheel-nut') {
        const at = jointId(f.axle, f.side, 'wheel-nuts');
        out.tightened.push({ at, i });
        out.clears.push({ at, i });
      }
    }
  }
}

/** Play beyond its limit, as its readings come to: before the work, or after it. */
function measuredDangers(s: JobState, placeOf: (id: string) => number): Danger[] {
  const reading = (id: JointId, phase: 'before' | 'after') =>
    s.kept.reading.filter((e) => e.body.joint === id && e.body.phase === phase);
  return [...s.joints.values()].flatMap((j): Danger[] => {
    if (!isDangerous(j.kind)) return [];
    const first = j.before?.conformance.verdict === 'beyond' ? reading(j.id, 'before')[0] : undefined;
    const last = j.after?.conformance.verdict === 'beyond' ? reading(j.id, 'after').at(-1) : undefined;
    return [
      ...(first ? [{ kind: 'measured' as const, at: [j.id], entry: first.id, since: placeOf(first.id) }] : []),
      ...(last ? [{ kind: 'not cured' as const, at: [j.id], entry: last.id, since: placeOf(last.id) }] : []),
    ];
  });
}

/** The parts that went on new, with the place of their step, and whether each fastener of theirs has its record. */
function renewals(s: JobState, placeOf: (id: string) => number): DangerFacts['renewed'] {
  const open = new Set(
    fastenersOf(s)
      .filter((f) => f.state !== 'done')
      .map((f) => assemblyOf(f.fastener.joint)),
  );
  return new Map(
    [...s.renewed].map((id) => {
      const steps = [fittingStep(s, id), stepOfAxle(partsOf(id).axle, s.axle, otherStep(id))];
      const fitted = steps.map((step) => s.steps.get(step)).filter((e) => e?.body.state === 'done');
      return [id, { fittedAt: Math.max(-1, ...fitted.map((e) => placeOf(e!.id))), recorded: !open.has(assemblyOf(id)) }] as const;
    }),
  );
}

const factsOf = onceAState((s): DangerFacts => {
  const places = new Map(s.entries.map((e, i) => [e.id, i]));
  const placeOf = (id: string) => places.get(id) ?? -1;
  const bad = new Set<DangerAt>(faultsOf(s.context.type).flatMap((f) => (f.dangerous ? [f.id as DangerAt] : [])));
  const out: Lists = { found: [], clears: [], tightened: [], moves: [], proofs: [], told: [] };
  s.entries.forEach((e, i) => {
    if (!s.struck.has(e.id)) ofEntry(s, e, i, out, bad);
  });
  out.found.push(...measuredDangers(s, placeOf));
  return { ...out, renewed: renewals(s, placeOf) };
});

/** Every danger that stands, over the whole vehicle. */
export const openDangers = onceAState((s): readonly Danger[] => dangersStanding(factsOf(s)));

/** A look there that can show it has found nothing, whenever it was made. */
export const seenWhole = (s: JobState, at: DangerAt): boolean => factsOf(s).clears.some((c) => c.at === at);

/** Whether the owner was told of it, by name, after it was found. */
export const wasTold = (s: JobState, d: Danger): boolean => isTold(factsOf(s), d);

/** Said yes to or put to the customer, and a new part is to go on: the work is to end it. */
export function inWork(s: JobState, at: DangerAt): boolean {
  const work = workJoints(s);
  return isJointId(at) && work.includes(at) && !refitted(s, work).includes(at);
}
/** Somebody has said yes to it. */
export const approvedWork = (s: JobState, at: DangerAt): boolean =>
  s.choices.some((c) => (c.body.joints as readonly string[]).includes(at) && isApproved(s, c.id));

/**
 * Dangers that no work is to end: the vehicle leaves with them, not for the road, and its owner told of each. A new part at one of
 * the joints that may rock does not say that the others don't.
 */
export const leftDangers = onceAState((s): readonly Danger[] =>
  openDangers(s).filter((d) => d.kind === 'rocks' || !d.at.some((at) => inWork(s, at))),
);
/** Where they are: of what rocks unexplained, every joint it may be. */
export const leftAt = onceAState((s): readonly DangerAt[] => [...new Set(leftDangers(s).flatMap((d) => d.at))]);

/** Joints at which a danger stands, both axles; where a wheel rocks and nobody has said at which joint, none is named. */
export const dangerousJoints = onceAState((s): readonly JointId[] => jointsAt(s, openDangers(s)));

/** Found dangerous, and no work is to end it: it must not go back on the road. What rocks unexplained is looked at again, by itself. */
export const unrepaired = onceAState((s): readonly JointId[] => jointsAt(s, leftDangers(s)));

/** The joints that some dangers name, in the vehicle's order. */
function jointsAt(s: JobState, dangers: readonly Danger[]): JointId[] {
  const at = new Set<DangerAt>(dangers.flatMap((d) => (d.kind === 'rocks' ? [] : d.at)));
  return [...s.joints.keys()].filter((id) => at.has(id));
}
