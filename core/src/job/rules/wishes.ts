import type { NextCheck, When } from '../../diagnosis';
import {
  assemblyJoints,
  checkFor,
  checksOf,
  isJointId,
  lookCounts,
  partsOf,
  type Check,
  type JointId,
  type JointKind,
} from '../../joint';
import type { JobState } from '../fold';
import { onceAState } from '../once';
import { foundAgainst } from './clearance';
import { openDangers } from './danger';
import { askedSince } from './rocks';

/** What is always looked at where a noise is looked for at an axle: the bar's own joints. */
const OF_THE_BAR: readonly JointKind[] = ['link-upper', 'link-lower', 'frame-bushing'];

/** When a noise may be the bar's: the wheels move under it (common practice, no source). */
const WHEELS_MOVE: readonly When[] = [
  'one wheel over a bump',
  'pothole',
  'patched surface, slowly',
  'both wheels over a hump',
  'cornering',
];
const mayBeTheBars = (s: JobState): boolean => {
  const when = s.complaint?.when ?? [];
  return when.length === 0 || when.some((w) => WHEELS_MOVE.includes(w));
};

/** Something that makes or may make the noise is still looked for: nothing was named, nothing dangerous has been found at this axle. */
export const searching = onceAState(
  (s): boolean =>
    s.context.kind === 'noise' &&
    !s.verdict &&
    !s.goOn &&
    !s.kept.named &&
    s.choices.length === 0 &&
    !openDangers(s).some((x) => x.kind !== 'rocks' && x.at.some((at) => !isJointId(at) || partsOf(at).axle === s.axle)),
);

/** A look that was made where it counts and could not tell: by that look nothing more is asked of this joint. */
const triedOf = onceAState((s): ReadonlySet<string> => {
  const out = new Set<string>();
  for (const e of s.kept.check)
    for (const r of e.body.results) {
      if (e.body.rocks || r.result !== 'can’t tell' || !isJointId(r.joint)) continue;
      const { axle, kind } = partsOf(r.joint);
      const spec = s.context.type.axles[axle];
      if (lookCounts(spec, checksOf(spec), e.body.check, kind, e.body.state).counts) out.add(`${e.body.check} ${r.joint}`);
    }
  return out;
});

/** At one of these joints something moves, and nobody has said at which: that is asked by itself. */
const atARock = (s: JobState, id: JointId): boolean => s.rocks.some((r) => r.joints.includes(id) && !askedSince(s, r));

/** The first look that settles it. */
const usualOf = (s: JobState, id: JointId): Check | undefined =>
  checkFor(s.context.type.axles[partsOf(id).axle], partsOf(id).kind);

/** The look by which a joint is settled: its usual one, else one that was not tried yet, else its usual one by another hand. */
export function lookFor(s: JobState, id: JointId): Check | undefined {
  const { axle, kind } = partsOf(id);
  const all = checksOf(s.context.type.axles[axle]).filter((c) => c.settles.includes(kind) && !c.another);
  return all.find((c) => !triedOf(s).has(`${c.id} ${id}`)) ?? all[0];
}

/** What is to be looked at by which look, one joint a line. */
export interface Wish {
  readonly joint: JointId;
  readonly check: Check;
  readonly again: boolean;
}

/** The bar's own joints that are still to be felt, while something is looked for that may be the bar's. */
function ofTheBar(s: JobState): JointId[] {
  if (!searching(s) || !mayBeTheBars(s)) return [];
  const own = [...s.joints.values()].filter((j) => partsOf(j.id).axle === s.axle && OF_THE_BAR.includes(j.kind));
  // Once one of them moves, its other side is still felt by the same look; the rest only where the ranking asks for it.
  const looks = new Set(own.filter((j) => foundAgainst(s, j.id)).map((j) => usualOf(s, j.id)?.id));
  return own
    .filter((j) => {
      const look = usualOf(s, j.id);
      const unsaid = ['not looked at', 'can’t tell yet'].includes(j.state) && !j.before;
      // One end of a link moves: the link is found, and goes whole.
      const found = assemblyJoints(j.id).some((id) => foundAgainst(s, id));
      return look && unsaid && !found && (looks.size === 0 || looks.has(look.id)) && !triedOf(s).has(`${look.id} ${j.id}`);
    })
    .map((j) => j.id);
}

/**
 * What is looked at whatever the ranking says: what is owed; and, as long as something is looked for, the bar's own joints.
 * It hangs on the tape alone, so that the next line does not change under a finger while suspects are weighed.
 * @param bar whether the bar's own joints are meant as well
 */
export function wishes(s: JobState, owed: readonly JointId[], bar: boolean): Wish[] {
  return [...new Set([...owed, ...(bar ? ofTheBar(s) : [])])]
    .filter((id) => !atARock(s, id))
    .flatMap((joint) => {
      const check = lookFor(s, joint);
      return check ? [{ joint, check, again: false }] : [];
    });
}

/** The same by the plan: what pays for its minutes besides. */
export function planned(s: JobState, plan: readonly NextCheck[]): Wish[] {
  return plan.flatMap((x) =>
    x.of.filter(isJointId).flatMap((joint) => {
      const check = checksOf(s.context.type.axles[partsOf(joint).axle]).find((c) => c.id === x.check);
      return check && !atARock(s, joint) ? [{ joint, check, again: x.again === true }] : [];
    }),
  );
}
