import {
  sayFault,
  splitFault,
  type Case,
  type Character,
  type Diagnosis,
  type DiagnosisRequest,
  type OtherFault,
} from '../diagnosis';
import {
  checkFor,
  checksOf,
  DANGEROUS,
  fastenerName,
  fastenersFor,
  jointsOf,
  NEEDS_PUBLISHED,
  splitJoint,
  type AxleEnd,
  type CheckId,
  type Fastener,
  type JointId,
  type JointKind,
  type VehicleState,
} from '../joint';
import { PART_KINDS, type Measure, type PartKind, type Wanted } from '../part';
import { planFor, piecesFor, type Piece, type PlannedStep } from '../plan';
import { ruleTorque, type Ruling } from '../torque/book';
import { starOrder, WHEEL_STAGES } from '../torque/star';
import { trimmed } from '../units';
import type { Cause, Station } from './entry';
import type { JobState } from './fold';

/** The case the diagnosis sees, from what the ledger holds. */
export function caseOf(s: JobState): Case {
  const c = s.complaint;
  return {
    type: s.context.type,
    distanceKm: s.context.distanceKm,
    kerbSide: s.context.rules.driverSide === 'left' ? 'right' : 'left',
    character: c?.character ?? [],
    where: c?.where ?? [],
    when: c?.when ?? [],
    drives: c?.drives ?? [],
    history: c?.history ?? [],
    joints: [...s.joints.values()]
      .filter((j) => j.hand || j.defects.length || j.before || j.clearance)
      .map((j) => ({
        joint: j.id,
        hand: j.handCounts && j.hand !== 'can’t tell' ? j.hand : undefined,
        defects: j.defects,
        play: j.before && {
          meanMm: j.before.doubt.meanMm,
          uMm: j.before.doubt.uMm,
          degrees: j.before.doubt.degrees,
          limitMm: j.before.limit.limitMm,
        },
        // Any stand-off knocks: the limit is what the readings can tell from none.
        clearance: j.clearance && { ...j.clearance, degrees: Infinity, limitMm: 1.645 * j.clearance.uMm },
      })),
    rocks: s.rocks.map((r) => ({ joints: r.joints, words: `it rocks somewhere: ${sayJoints(s, r.joints)}` })),
    elsewhere: [...s.elsewhere].flatMap(([fault, hand]) => (hand === 'can’t tell' ? [] : [{ fault, hand }])),
    driven: [...s.driven].map(([manoeuvre, heard]) => ({ manoeuvre, heard })),
    ...s.context.file,
  };
}

/** How the vehicle stands, from the last check that was made. */
export function standingOf(s: JobState): VehicleState {
  const last = s.entries.filter((e) => e.kind === 'check' && !s.struck.has(e.id)).at(-1);
  return last?.kind === 'check' ? last.body.state : 'on-wheels';
}

/** What the diagnosis is asked for this job. */
export function requestOf(s: JobState, standing = standingOf(s)): DiagnosisRequest {
  const settled: (JointId | OtherFault)[] = [...s.joints.values()]
    .filter(
      (j) => ['sound', 'watch', 'loose', 'dangerous'].includes(j.state) && (j.handCounts || j.before || j.state !== 'watch'),
    )
    .map((j) => j.id);
  for (const [fault, hand] of s.elsewhere) if (hand !== 'can’t tell') settled.push(fault);
  return {
    case: caseOf(s),
    dialect: s.context.rules.dialect,
    standing,
    settled,
    owed: uncleared(s, s.axle),
    tried: s.entries.flatMap((e) =>
      e.kind === 'check' && !s.struck.has(e.id) && !e.body.rocks
        ? e.body.results.flatMap((r) => {
            const counts = !splitJoint(r.joint) || s.joints.get(r.joint as JointId)?.handCounts;
            return r.result === 'can’t tell' && counts ? [{ check: e.body.check, of: r.joint }] : [];
          })
        : [],
    ),
    linksOffDrive: s.context.rules.linksOffDrive,
  };
}

/** The dangerous joints of an axle that no valid check has cleared or found yet. */
export function uncleared(s: JobState, end: AxleEnd): JointId[] {
  return jointsOf(end, s.context.type.axles[end]).filter((id) => {
    const j = s.joints.get(id)!;
    return DANGEROUS.has(j.kind) && !['sound', 'watch', 'dangerous'].includes(j.state);
  });
}

/** Joints found dangerous, both axles. */
export function dangerousJoints(s: JobState): JointId[] {
  return [...s.joints.values()].filter((j) => j.state === 'dangerous').map((j) => j.id);
}

export function looseJoints(s: JobState): JointId[] {
  return [...s.joints.values()].filter((j) => j.state === 'loose').map((j) => j.id);
}

export type VerdictView =
  | { readonly kind: 'blocked'; readonly missing: readonly JointId[]; readonly sentence: string }
  | {
      readonly kind: 'dangerous';
      readonly joints: readonly JointId[];
      /** What makes the noise, where that is known besides. */
      readonly causes: readonly Cause[];
      readonly sentence: string;
    }
  | { readonly kind: 'contradiction'; readonly sentence: string }
  | { readonly kind: 'ready'; readonly causes: readonly Cause[]; readonly sentence: string }
  | {
      readonly kind: 'open';
      /** Rubber a squeak may come from: lubricated and driven before anything is replaced. */
      readonly dry: readonly JointId[];
      readonly sentence: string;
    };

const list = (names: readonly string[]): string =>
  names.length <= 1 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
const capital = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);

/** "both link, upper end" → "both links, upper end" */
const plural = (name: string): string =>
  name.replace(/^([^,]*[^,s])(,|$)/, (_, head: string, rest: string) => `${head}${/(sh|ch|x)$/.test(head) ? 'es' : 's'}${rest}`);

/** "left ball joint and wheel bearing" from ids of joints or faults, both sides told once. */
export function sayJoints(s: JobState, ids: readonly Cause[]): string {
  const d = s.context.rules.dialect;
  const twin = (id: string) => (id.includes('.left.') ? id.replace('.left.', '.right.') : id.replace('.right.', '.left.'));
  const names: string[] = [];
  for (const id of ids) {
    const isPair = splitFault(id) !== undefined && ids.includes(twin(id) as Cause);
    if (!isPair) names.push(sayFault(id, d));
    else if (id.includes('.left.')) names.push(plural(sayFault(id, d).replace('left ', 'both ')));
  }
  return list(names);
}

/** Faults over the shop's threshold, likeliest first; a joint whose faults are not told apart stands for them. */
export function causesOf(s: JobState, d: Diagnosis): Cause[] {
  const over = d.suspects.filter((x) => x.p >= s.context.rules.verdictThreshold);
  const named = new Set(over.map((x) => x.joint));
  const joints = d.joints.filter((x) => x.p >= s.context.rules.verdictThreshold && !named.has(x.joint)).map((x) => x.joint);
  return [...over.map((x) => x.fault), ...joints];
}

/** What may be said about the noise: nothing before the dangerous joints of the axle are cleared or found. */
export function verdictView(s: JobState, d: Diagnosis): VerdictView {
  const danger = dangerousJoints(s);
  if (danger.length) {
    return {
      kind: 'dangerous',
      joints: danger,
      causes: causesOf(s, d).filter((c) => !(danger as readonly string[]).includes(splitFault(c)?.joint ?? c)),
      sentence: `Do not return to the road until ${sayBoth(s, danger)} ${danger.length > 1 ? 'are' : 'is'} repaired.`,
    };
  }
  if (d.conflicts[0]) return { kind: 'contradiction', sentence: d.conflicts[0].sentence };
  const missing = uncleared(s, s.axle);
  if (missing.length) {
    const few = missing.slice(0, 3);
    const more = missing.length - few.length;
    return {
      kind: 'blocked',
      missing,
      sentence: `The ${sayJoints(s, few)}${more > 0 ? ` and ${more} more` : ''} ${missing.length > 1 ? 'have' : 'has'} not been cleared.`,
    };
  }
  const causes = causesOf(s, d);
  if (causes.length) return { kind: 'ready', causes, sentence: `${capital(sayJoints(s, causes))}.` };
  const dry = dryJoints(s, d);
  return {
    kind: 'open',
    dry,
    sentence: dry.length
      ? `It squeaks and nothing has play: lubricate ${sayBoth(s, dry)} before replacing anything, and drive it again.`
      : 'Nothing stands out yet. Look at the joints not looked at, or drive it again.',
  };
}

/** "both frame bushings", or "the left frame bushing". */
export function sayBoth(s: JobState, ids: readonly Cause[]): string {
  const said = sayJoints(s, ids);
  return said.startsWith('both ') ? said : `the ${said}`;
}

/** Rubber that grips and lets go of metal when it is dry. */
const RUBBER: readonly JointKind[] = ['frame-bushing', 'arm-bushings', 'upper-arm-bushings', 'beam-bushing'];
const KNOCKS: readonly Character[] = ['dull clunk', 'sharp knock', 'rattle', 'metallic rattle', 'click'];

/**
 * Joints to lubricate before anything is replaced: it squeaks, it does not knock, and nothing moves in the
 * hand (common practice, no source). Likeliest first; empty where the rule says nothing.
 */
function dryJoints(s: JobState, d: Diagnosis): JointId[] {
  const heard = s.complaint?.character ?? [];
  if (!heard.includes('squeak') || heard.some((c) => KNOCKS.includes(c)) || looseJoints(s).length) return [];
  const link = s.context.type.axles[s.axle].link?.kind;
  const rubber = (id: JointId) => {
    const { axle, kind } = splitJoint(id)!;
    const bushed = link === 'bolt-through' ? kind.startsWith('link') : link === 'stud-and-bushing' && kind === 'link-upper';
    return axle === s.axle && (RUBBER.includes(kind) || bushed) && s.joints.get(id)!.state === 'sound';
  };
  const all = jointsOf(s.axle, s.context.type.axles[s.axle]).filter(rubber);
  // The likeliest joint and its twin: one side is never greased alone.
  const likely = d.joints.find((x) => all.includes(x.joint))?.joint ?? all[0];
  return likely ? all.filter((id) => splitJoint(id)!.kind === splitJoint(likely)!.kind) : [];
}

/**
 * Whether a number would change anything at this joint, in a sentence: a ball stud is settled by the hand
 * alone (common practice, no source); where a limit is written a gauge decides; and a number is worth
 * having for a dispute, a trend or the proof.
 */
export function gaugeDecides(s: JobState, id: JointId): { readonly decides: boolean; readonly why: string } {
  const { kind } = splitJoint(id)!;
  const limit = s.context.rules.playLimits[kind];
  const j = s.joints.get(id)!;
  if (j.before?.conformance.verdict === 'within' || j.before?.conformance.verdict === 'beyond')
    return { decides: false, why: 'It is settled: no more readings are needed.' };
  if (limit) return { decides: true, why: `A number decides here: ${limit.limitMm.toFixed(2)} mm (${limit.owner}).` };
  if (j.hand === 'can’t tell') return { decides: true, why: 'The hand could not tell: a gauge can.' };
  return {
    decides: false,
    why: 'The hand’s verdict is enough here. A number serves a dispute, a trend or the proof afterwards.',
  };
}

/** Found, and not the noise: what is on record of joints that no cause names, for the list apart. */
export function otherDefects(s: JobState, causes: readonly Cause[]): { readonly joint: JointId; readonly what: string }[] {
  const named = new Set<string>(causes.map((c) => splitFault(c)?.joint ?? c));
  return [...s.joints.values()]
    .filter(
      (j) => !named.has(j.id) && (j.defects.length > 0 || j.state === 'loose' || j.state === 'dangerous' || j.state === 'watch'),
    )
    .map((j) => ({
      joint: j.id,
      what: [j.hand === 'moves' ? 'moves' : '', ...j.defects].filter(Boolean).join(', ') || j.why,
    }));
}

/** What is wanted of a part for these joints, from the file and what was measured; a measurement overrules the file. */
export function wantedFor(s: JobState, joints: readonly JointId[]): Wanted {
  const j = splitJoint(joints[0] ?? 'front.left.link-lower')!;
  const spec = s.context.type.axles[j.axle];
  const measured = (m: Measure) => s.measures.filter((e) => e.body.axle === j.axle && e.body.measure === m).at(-1)?.body;
  const bushing = joints.every((id) => splitJoint(id)!.kind === 'frame-bushing');
  const side = joints.every((id) => splitJoint(id)!.side === j.side) ? j.side : undefined;
  const base = { typeId: s.context.typeId, axle: j.axle, side };
  if (bushing)
    return {
      ...base,
      kinds: ['frame bushing'],
      barMm: measured('bar-diameter')?.mm ?? spec.barDiameterMm ?? undefined,
    };
  const kinds: PartKind[] =
    spec.link?.kind === 'bolt-through'
      ? ['bolt-through link']
      : spec.link?.kind === 'stud-and-bushing'
        ? ['stud-and-bushing link']
        : ['ball-stud link'];
  if (s.context.kind === 'changed stance' || s.context.kind === 'upgrade') kinds.push('adjustable link');
  const hold = measured('hold');
  return {
    ...base,
    kinds: kinds.filter((k) => PART_KINDS.includes(k)),
    lengthMm: measured('link-length')?.mm ?? spec.link?.lengthMm,
    thread: measured('stud-thread')?.thread ?? spec.link?.lower.thread,
    nutHexMm: measured('nut-hex')?.mm ?? spec.link?.lower.nutHexMm,
    hold: hold?.hold ?? spec.link?.lower.hold,
    holdMm: hold ? hold.mm : spec.link?.lower.holdMm,
  };
}

/** Joints to be worked on: those of the choices the customer did not decline. */
export function workJoints(s: JobState): JointId[] {
  const declined = new Set(s.answers.filter((a) => a.body.answer === 'declined').flatMap((a) => a.body.parts));
  const approved = new Set(s.answers.filter((a) => a.body.answer === 'approved').flatMap((a) => a.body.parts));
  return [...new Set(s.choices.filter((c) => !declined.has(c.id) || approved.has(c.id)).flatMap((c) => c.body.joints))];
}

export function planOf(s: JobState): PlannedStep[] {
  const joints = workJoints(s).filter((id) => splitJoint(id)!.axle === s.axle);
  if (joints.length === 0) return [];
  return planFor({
    end: s.axle,
    axle: s.context.type.axles[s.axle],
    joints,
    equipment: s.setup?.equipment ?? 'lift',
    corroded: s.setup?.corroded ?? s.complaint?.history.includes('corrosion') ?? false,
    jackingPoints: s.context.type.jackingPoints,
    dialect: s.context.rules.dialect,
  });
}

export function piecesOf(s: JobState): Piece[] {
  return piecesFor(
    s.context.type.axles[s.axle],
    workJoints(s).filter((id) => splitJoint(id)!.axle === s.axle),
  );
}

export interface FastenerView {
  readonly fastener: Fastener;
  readonly name: string;
  /** With its side, where it has one: "Bracket bolts, left", "Undershield". */
  readonly label: string;
  readonly ruling: Ruling;
  /** The number to set, N·m: the middle of a published range. */
  readonly targetNm: number | null;
  readonly state: 'open' | 'done' | 'must be published';
  /** How it was recorded. */
  readonly record: string;
  /** What was recorded and does not count, if anything: a click off its value. */
  readonly wrong: string;
  /** The order and stages of a group of wheel nuts, and the clicks it takes. */
  readonly order?: readonly number[];
  readonly clicks: number;
}

/** A click may be this far off its published value: the ±4 % a setting wrench is allowed (ISO 6789-1, from memory). */
const AUDIT = 0.04;

/** A link is one part with two ends: what is chosen for one end rules the nut of the other. */
function sameAssembly(a: JointId, b: JointId): boolean {
  const end = (id: JointId) => id.replace(/link-(upper|lower)$/, 'link');
  return end(a) === end(b);
}

/** Every fastener the work disturbs with the value that rules it and the record it has. */
export function fastenersOf(s: JobState): FastenerView[] {
  const joints = workJoints(s).filter((id) => splitJoint(id)!.axle === s.axle);
  const book = [...s.context.type.torqueBook[s.axle], ...s.book.filter((b) => b.body.axle === s.axle).map((b) => b.body.value)];
  return fastenersFor(s.axle, s.context.type.axles[s.axle], joints).map((fastener): FastenerView => {
    const part = s.choices.filter((c) => c.body.joints.some((id) => sameAssembly(id, fastener.joint))).at(-1)?.body.part;
    // The stud of a new link decides its own thread; everything else keeps the vehicle's.
    const isLink = fastener.kind.startsWith('link');
    const ruling = ruleTorque(
      fastener.kind,
      book,
      part?.torque ?? [],
      isLink ? (part?.thread ?? fastener.thread) : fastener.thread,
    );
    const targetNm = ruling.kind === 'value' ? (ruling.value.minNm + ruling.value.maxNm) / 2 : null;
    const star = fastener.kind === 'wheel-nut' ? starOrder(fastener.count) : undefined;
    const clicks = star ? star.length * WHEEL_STAGES.length + 1 : fastener.count;
    const t = s.torques.get(fastener.id);
    const m = s.marks.get(fastener.id);
    const c = s.clicks.get(fastener.id);
    const published = ruling.kind === 'value' ? ruling.value : undefined;
    const fits = (nm: number) =>
      published !== undefined && nm >= published.minNm * (1 - AUDIT) && nm <= published.maxNm * (1 + AUDIT);
    const markCounts = m && !(m.body.how === 'firm, unpublished' && (published || NEEDS_PUBLISHED.has(fastener.kind)));
    const clicksCount =
      c &&
      c.body.clicks >= c.body.of &&
      (c.body.targetNm === null ? !published && !NEEDS_PUBLISHED.has(fastener.kind) : fits(c.body.targetNm));
    // A hand's estimate is recorded as one; a wrench's click has to lie within what is published.
    const torqueCounts =
      t && (t.body.method === 'by hand, estimated' ? !NEEDS_PUBLISHED.has(fastener.kind) : fits(t.body.achievedNm));
    const record = torqueCounts
      ? `${trimmed(t.body.achievedNm, 1)} N·m, ${t.body.method}`
      : clicksCount
        ? `${c.body.clicks} clicks at ${c.body.targetText}`
        : markCounts
          ? m.body.how
          : '';
    const wrong = !record && t ? `${trimmed(t.body.achievedNm, 1)} N·m is not what is published` : '';
    const blocked = !record && ruling.kind === 'unpublished' && NEEDS_PUBLISHED.has(fastener.kind);
    const name = fastenerName(fastener.kind, s.context.rules.dialect);
    return {
      fastener,
      name,
      label: fastener.kind === 'shield-bolt' ? name : `${name}, ${fastener.side}`,
      ruling,
      targetNm,
      state: record ? 'done' : blocked ? 'must be published' : 'open',
      record,
      wrong,
      ...(star ? { order: star } : {}),
      clicks,
    };
  });
}

/** Joints whose every fastener is audited: the plate draws a chalk stripe across them. */
export function chalked(s: JobState): Set<JointId> {
  const byJoint = new Map<JointId, boolean>();
  // The undershield is nobody's joint: its record stands in its step, not on the plate.
  for (const f of fastenersOf(s).filter((x) => x.fastener.kind !== 'shield-bolt'))
    byJoint.set(f.fastener.joint, (byJoint.get(f.fastener.joint) ?? true) && f.state === 'done');
  return new Set([...byJoint].filter(([, done]) => done).map(([id]) => id));
}

/** Alignment is owed when arms, tie rods or the like were renewed (common practice, no source). */
export function alignmentOwed(s: JobState): boolean {
  return workJoints(s).some((id) => s.context.rules.alignmentJoints.includes(splitJoint(id)!.kind));
}

/** Why the vehicle cannot be handed back yet; empty when it can. */
export function handBackBlockers(s: JobState): string[] {
  const out: string[] = [];
  const work = new Set(workJoints(s));
  for (const f of fastenersOf(s)) {
    if (f.state === 'open') out.push(`${f.label}: ${f.wrong || 'no record'}.`);
    if (f.state === 'must be published') out.push(`${f.label}: needs the maker’s value; “firm” is not enough here.`);
  }
  for (const step of planOf(s)) {
    if (step.orientation && !s.orientations.has(step.id)) out.push(`${step.title}: which way round is not confirmed.`);
  }
  const danger = dangerousJoints(s).filter((id) => !work.has(id));
  if (danger.length && s.told.length === 0) out.push(`Dangerous: ${sayJoints(s, danger)}. The owner has not been told yet.`);
  const noise = s.context.kind === 'noise';
  if (noise && !s.complaint) out.push('The complaint is not written down.');
  if (noise && danger.length === 0 && uncleared(s, s.axle).length)
    out.push(
      `Not cleared: ${sayJoints(s, uncleared(s, s.axle).slice(0, 4))}${uncleared(s, s.axle).length > 4 ? ' and more' : ''}.`,
    );
  if (work.size > 0 && !s.answers.some((a) => a.body.answer === 'approved')) out.push('Nobody has said yes to the work.');
  if (!s.roadTest) out.push('The drive over the same bump is not recorded.');
  if (work.size > 0 && s.rechecks.length === 0) out.push('No recheck is set.');
  return out;
}

/** How many things are open in each station, for its tab. */
export function openCounts(s: JobState): Record<Station, number> {
  const noise = s.context.kind === 'noise';
  const plan = planOf(s);
  const fasteners = fastenersOf(s);
  const done = new Set(fasteners.filter((f) => f.state === 'done').map((f) => f.fastener.id));
  const stepOpen = plan.filter((p) => (p.fastener ? !done.has(p.fastener) : s.steps.get(p.id)?.body.state !== 'done')).length;
  return {
    listen: noise && !s.complaint ? 1 : 0,
    find: noise ? uncleared(s, s.axle).length : 0,
    settle:
      s.choices.length === 0
        ? noise && looseJoints(s).length === 0
          ? 0
          : 1
        : s.choices.filter((c) => !s.answers.some((a) => a.body.parts.includes(c.id))).length,
    work: stepOpen,
    prove: s.handBack
      ? 0
      : (s.roadTest ? 0 : 1) +
        (workJoints(s).length > 0 && s.rechecks.length === 0 ? 1 : 0) +
        (alignmentOwed(s) && !s.alignment ? 1 : 0),
  };
}

/** The hand check to make for a joint, with its side filled in: its usual one, or the one that is wanted. */
export function checkAt(s: JobState, id: JointId, wanted?: CheckId | null) {
  const j = splitJoint(id)!;
  const axle = s.context.type.axles[j.axle];
  const check = checksOf(axle).find((c) => c.id === wanted && c.settles.includes(j.kind)) ?? checkFor(axle, j.kind);
  return check ? { ...check, title: check.title.replace('{side}', `${j.side}`) } : undefined;
}
