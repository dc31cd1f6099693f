import { SWELLS, type Lubricant } from '../../bushing';
import { splitFault } from '../../diagnosis';
import {
  assemblyJoints,
  assemblyOf,
  fastenersFor,
  JOINT_SPECS,
  partsOf,
  type Defect,
  type Fastener,
  type FastenerId,
  type JointId,
} from '../../joint';
import { facingKey, type Entry } from '../../ledger';
import { piecesFor, type Piece, type PlannedStep, type StepId } from '../../plan';

import {
  auditFastener,
  clicksOf,
  fastenerName,
  ruleTorque,
  type Audit,
  type BookValue,
  type ClicksPlan,
  type FastenerKind,
  type Ruling,
  type ThreadCondition,
} from '../../torque';
import { AXLES, type AxleEnd, type LinkEnd, type Orientation } from '../../vehicle';
import type { JobState } from '../fold';
import { onceAState } from '../once';

import { atAxle, chosenAt, disturbing, opensAt, plannedJoints, refitted, workedAxles, workJoints } from './planned';
import { alsoUndone, planOf, undoneAxles } from './plan-of';
import type { ChoiceLine } from '../state/choices';

/** What the customer last said to a choice; a yes after a no takes its place, and the other way round. */
export const answered = (s: JobState, choice: string): Entry<'answer'> | undefined =>
  s.answers.findLast((a) => a.body.parts.includes(choice));

/** The lines nobody has answered for. */
export const waitingLines = (s: JobState): ChoiceLine[] => s.lines.filter((l) => l.standing === 'waiting');

/**
 * A step's caution that nobody has read in this job: word for word the same at another step it was read there. With several at
 * it each step's own is read: nobody knows who read the other.
 */
export const cautionOwed = (s: JobState, p: PlannedStep): boolean =>
  p.caution !== undefined &&
  !s.cautions.has(p.id) &&
  ((s.crew?.body.people.length ?? 1) > 1 || !planOf(s).some((x) => x.caution === p.caution && s.cautions.has(x.id)));

/** What was seen of this joint's part: torn, bent, broken. */
export const seenAt = (s: JobState, joint: JointId): readonly Defect[] => [
  ...new Set(assemblyJoints(joint).flatMap((id) => s.joints.get(id)?.defects ?? [])),
];

/**
 * Whether anybody had thought this joint's part loose: felt or measured so, or named in the verdict. Else it is asked about
 * without a hint; what was only seen torn or bent nobody thought loose.
 */
export function doubted(s: JobState, joint: JointId): boolean {
  const part = assemblyOf(joint);
  const named = (s.verdict?.body.causes ?? []).some((c) => {
    const at = splitFault(c)?.joint;
    return at !== undefined && assemblyOf(at) === part;
  });
  return (
    named ||
    assemblyJoints(joint).some((id) => {
      const j = s.joints.get(id);
      return j !== undefined && (j.fails || j.hand === 'slight' || j.before?.conformance.verdict === 'beyond');
    })
  );
}

/** What comes off with the parts that are worked on. */
export const piecesOf = onceAState((s): readonly Piece[] => workedAxles(s).flatMap((end) => piecesAt(atAxle(s, end))));
/** What comes off at the state's axle. */
export const piecesAt = (s: JobState): Piece[] =>
  piecesFor(s.context.type.axles[s.axle], plannedJoints(s), refitted(s, plannedJoints(s)), (joint) => opensAt(s, joint));

/** What a hand needs to turn one fastener: the nut's or bolt's size, and how the stud is held. */
export interface Hardware {
  readonly hexMm?: number | undefined;
  readonly hold?: string | undefined;
}

export interface FastenerView extends Audit, ClicksPlan {
  /** With the hardware that is tightened now: the new part's, where it says so. */
  readonly fastener: Fastener;
  /** The old part's hardware, where it differs: it was undone with that. */
  readonly old?: Hardware | undefined;
  /** How many there are, where only some of them were undone. */
  readonly of: number | undefined;
  /** It holds a part that goes on new: it was undone, and cannot have been left alone. */
  readonly ofNew: boolean;
  /** A part was chosen for it that does not say its own hardware: what stands here is the old part's. */
  readonly unsaid: boolean;
  readonly name: string;
  /** With its side, where it has one: "Bracket bolts, left", "Undershield". */
  readonly label: string;
  readonly ruling: Ruling;
  /** The book tells steel wheels from alloy ones, and nobody has said which these are. */
  readonly wheelOwed: boolean;
  /** What was put on its thread, as somebody said it. */
  readonly coat: ThreadCondition | undefined;
  /** The wrench that spoke was past its calibration then: until when it had been good. */
  readonly pastCalibration: string | undefined;
}

/** Until when the wrench of a record was calibrated, where it was past that. */
function pastCalibration(s: JobState, fastener: FastenerId): string | undefined {
  const e = s.torques.get(fastener) ?? s.clicks.get(fastener);
  const until = s.context.gauges.find((g) => g.id === e?.body.wrench?.id)?.calibratedUntil;
  return e && until && e.at.slice(0, 10) > until ? until : undefined;
}

/** The end of a link that a fastener of it is at; a single bolt has its nut and head where the upper one is. */
const endOf = (kind: FastenerKind): LinkEnd => (kind === 'link-lower-nut' ? 'lower' : 'upper');

/** Every fastener the work disturbs with the value that rules it, the hardware it has and the record. */
export const fastenersOf = onceAState((s): readonly FastenerView[] =>
  undoneAxles(s).flatMap((end) => fastenersAtAxle(atAxle(s, end), s.axle)),
);

/** Those of the work at the state's axle. @param about the axle the job is about */
function fastenersAtAxle(s: JobState, about: AxleEnd): FastenerView[] {
  // What was found last speaks, before what the file has.
  const books = [...s.known.flatMap((k) => (k.kind === 'book' ? [k.body] : [])), ...s.book.map((e) => e.body)];
  const writtenFrom = (publisher: BookValue['publisher'], end: AxleEnd = s.axle) =>
    books.flatMap((b) => (b.axle === end && b.value.publisher === publisher ? [b.value] : [])).reverse();
  const all = (end: AxleEnd) => [...writtenFrom('vehicle maker', end), ...s.context.type.torqueBook[end]];
  const material = s.wheels?.body.material;
  // A value for wheels of one sort rules only where they are known to be of it.
  const rules = Object.fromEntries(AXLES.map((end) => [end, all(end).filter((v) => !v.wheel || v.wheel === material)])) as Record<
    AxleEnd,
    BookValue[]
  >;
  const byWheel = AXLES.some((end) => all(end).some((v) => v.wheel)) && !material;
  const ofPart = writtenFrom('part maker');
  const axle = s.context.type.axles[s.axle];
  const planned = fastenersFor(s.axle, axle, plannedJoints(s), disturbing(s));
  const was = new Map(fastenersFor(s.axle, axle, plannedJoints(s), disturbing(s, 'as it was')).map((f) => [f.id, f]));
  const also = alsoUndone(s).filter((f) => !planned.some((p) => p.id === f.id));
  const back = refitted(s, plannedJoints(s));
  const renewing = new Set(
    plannedJoints(s)
      .filter((id) => !back.includes(id))
      .map(assemblyOf),
  );
  // In the field's way only one of two bolts is undone: that one is tightened, and the record says so.
  const some = ({ id, count }: Fastener): number => Math.min(s.undone.get(id) ?? count, count);
  return [...planned, ...also].map((whole): FastenerView => {
    const planCount = planned.includes(whole) && some(whole) < whole.count ? whole.count : undefined;
    const fastener = planCount === undefined ? whole : { ...whole, count: some(whole) };
    // A link is one part with two ends: what is chosen for one end rules the nut of the other.
    const part = chosenAt(s, fastener.joint);
    const ofLink = JOINT_SPECS[partsOf(fastener.joint).kind].assembly === 'link';
    const end = ofLink ? part?.[endOf(fastener.kind)] : undefined;
    const given = was.get(fastener.id);
    const differs = given !== undefined && (fastener.hexMm !== given.hexMm || fastener.hold !== given.hold);
    const ruling = ruleTorque(
      fastener.kind,
      rules[fastener.axle],
      part ? [...ofPart, ...part.torque] : [],
      end?.thread ?? fastener.thread,
      end?.thread,
    );
    const name = fastenerName(fastener.kind, s.context.rules.dialect);
    const ofNew = renewing.has(assemblyOf(fastener.joint));
    const records = {
      torque: s.torques.get(fastener.id)?.body,
      lock: s.locks.get(fastener.id)?.body,
      mark: s.marks.get(fastener.id)?.body,
      clicks: s.clicks.get(fastener.id)?.body,
    };
    const audit = auditFastener(fastener.kind, ruling, records, ofNew);
    const past = pastCalibration(s, fastener.id);
    const coat = s.coats.get(fastener.id)?.body.what;
    return {
      fastener,
      old: differs ? { hexMm: given.hexMm, hold: given.hold } : undefined,
      ofNew,
      unsaid:
        ofLink &&
        part !== undefined &&
        part.kind !== 'refit' &&
        (end?.hold === undefined || part.nutsSupplied === undefined || (part.nutsSupplied && end.nutHexMm === undefined)),
      name,
      label: `${fastener.kind === 'shield-bolt' ? name : `${name}, ${fastener.side}${fastener.axle === about ? '' : ` ${fastener.axle}`}`}${planCount === undefined ? '' : `, ${fastener.count} of ${planCount}`}`,
      of: planCount,
      ruling,
      ...audit,
      record: [
        audit.record,
        ...(audit.record ? [past && `past its calibration (${past})`, coat && coat !== 'dry' && `${coat} on the thread`] : []),
      ]
        .filter(Boolean)
        .join(', '),
      coat,
      ...clicksOf(fastener.kind, fastener.count),
      pastCalibration: past,
      wheelOwed: fastener.kind === 'wheel-nut' && byWheel,
    };
  });
}

/** The steps of the plan that are done. */
const stepsDone = onceAState((s): ReadonlySet<StepId> => {
  const tight = new Set(fastenersOf(s).flatMap((f) => (f.state === 'done' ? [f.fastener.id] : [])));
  const done = (p: PlannedStep) => (p.fastener ? tight.has(p.fastener) : s.steps.get(p.id)?.body.state === 'done');
  return new Set(
    planOf(s)
      .filter(done)
      .map((p) => p.id),
  );
});
/** Whether a step of the plan is done: said so, or where it is a fastener's, tight by its record. */
export const isStepDone = (s: JobState, id: StepId): boolean => stepsDone(s).has(id);

/** What may be on the rubber of a step, as long as nobody has said what is; what swells it is asked again until it is off. */
export function lubricantsOwed(s: JobState, p: Pick<PlannedStep, 'id' | 'lubricants'>): readonly Lubricant[] {
  const said = s.lubricants.get(p.id)?.body.what;
  if (said === SWELLS) return [...(p.lubricants ?? []).filter((x) => x !== SWELLS), 'mineral grease, as its maker says'];
  return said === undefined ? (p.lubricants ?? []) : [];
}
/** What swells rubber is on it, and nobody has said that it came off. */
export const swells = (s: JobState, step: string): boolean => s.lubricants.get(step)?.body.what === SWELLS;

/** What of a step faces one way, and nobody has looked at yet. */
export const facingsOwed = (s: JobState, p: Pick<PlannedStep, 'id' | 'joint' | 'facings'>): Orientation[] =>
  p.joint === undefined ? [] : (p.facings ?? []).filter((o) => !s.orientations.has(facingKey(p.id, o)));

/** Joints whose every fastener is audited: the plate draws a chalk stripe across them. */
export const chalked = onceAState((s): ReadonlySet<JointId> => {
  const byJoint = new Map<JointId, boolean>();
  // The undershield is nobody's joint: its record stands in its step, not on the plate.
  for (const f of fastenersOf(s).filter((x) => x.fastener.kind !== 'shield-bolt'))
    byJoint.set(f.fastener.joint, (byJoint.get(f.fastener.joint) ?? true) && f.state === 'done');
  return new Set([...byJoint].filter(([, done]) => done).map(([id]) => id));
});

/** Alignment is owed when arms, tie rods or the like were renewed (common practice, no source). */
export const alignmentOwed = (s: JobState): boolean =>
  workJoints(s).some((id) => s.context.rules.alignmentJoints.includes(partsOf(id).kind));
