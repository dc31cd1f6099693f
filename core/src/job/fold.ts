import { withFitted, withMeasured } from '../assembly';
import { isJointId, partsOf, splitFastener } from '../joint';
import { readLedger, type Entry, type Ledger } from '../ledger';
import { asVariant, AXLES, type AxleEnd, type AxleSpec, type TypeVariant } from '../vehicle';
import type { JobContext, KnownHere } from './context';
import { choicesState, type ChoicesState } from './state/choices';
import { complaintState, type ComplaintState } from './state/complaint';
import { stillKnown } from './state/known';
import { looksState, type LooksState } from './state/looks';
import { measuringState, type MeasuringState } from './state/measuring';
import { proofState, type ProofState } from './state/proof';
import { standingState, type StandingState } from './state/standing';
import { workState, type WorkState } from './state/work';

/** The state of a job: its context, its tape, and what each part of the job makes of it. */
export interface JobState
  extends
    ComplaintState,
    LooksState,
    MeasuringState,
    ChoicesState,
    WorkState,
    ProofState,
    StandingState,
    Pick<Ledger, 'entries' | 'struck' | 'kept'> {
  readonly context: JobContext;
  /** What was found at earlier visits, was kept for the vehicle and still holds. */
  readonly known: readonly KnownHere[];
  /** The variants of its type; `context.variant` says which it is. */
  readonly variants: readonly TypeVariant[];
  /** What it came in with, km: as it was put right, if it was. */
  readonly distanceKm: number;
  /** The axle the job is about. */
  readonly axle: AxleEnd;
  /** The type's axles with the points that were measured on this vehicle. */
  readonly axles: Readonly<Record<AxleEnd, AxleSpec>>;
}

/** The type's axle, with what was measured of this vehicle at this visit or an earlier one. */
function measuredAxle(context: JobContext, { kept }: Ledger, end: AxleEnd): AxleSpec {
  const axle = context.type.axles[end];
  const measured = [...(context.file?.points ?? []), ...[...kept.point.values()].map((e) => e.body)].filter(
    (p) => p.axle === end,
  );
  if (measured.length === 0) return axle;
  return {
    ...axle,
    points: { ...axle.points, ...Object.fromEntries(measured.map((p) => [p.point, { at: p.at, from: 'measured' }])) },
  };
}

/** What was chosen when the first step was done: from then on the steps on the tape are of that axle. */
function chosenAtFirstStep({ entries, struck }: Ledger): AxleEnd | undefined {
  const first = entries.findIndex((e) => e.kind === 'step');
  if (first < 0) return undefined;
  const before = entries.slice(0, first);
  const there = (e: Entry) => !struck.has(e.id) || !before.includes(struck.get(e.id)!);
  const choice = before.find((e) => e.kind === 'choose' && there(e));
  return choice?.kind === 'choose' && choice.body.joints[0] ? partsOf(choice.body.joints[0]).axle : undefined;
}

/** The axle of what was chosen, else of what was undone, else of what is heard, else of the first joint that was looked at. */
function axleOf(l: Ledger): AxleEnd {
  const { kept } = l;
  const begun = chosenAtFirstStep(l);
  if (begun) return begun;
  const chosen = [...kept.choose.values()][0]?.body.joints[0];
  if (chosen) return partsOf(chosen).axle;
  const undone = splitFastener([...kept.undone.values()].find((e) => e.body.count > 0)?.body.fastener ?? '');
  if (undone) return undone.axle;
  const heard = kept.complaint?.body.where ?? [];
  if (heard.includes('rear') && !heard.includes('front')) return 'rear';
  if (heard.includes('front')) return 'front';
  const first = kept.check.flatMap((e) => e.body.results.map((r) => r.joint)).find(isJointId);
  return first ? partsOf(first).axle : 'front';
}

/**
 * The state of a job from its ledger. Pure: the same entries give the same state on any screen.
 * Struck entries are kept in `entries` and left out of everything else.
 * @param entries in the order they were received
 */
export function foldJob(given: JobContext, entries: readonly Entry[]): JobState {
  const l = readLedger(entries);
  const variant = l.kept.variant?.body.name ?? given.variant ?? null;
  // As it was made, with what went on since, and as it was measured: this vehicle, not its type.
  const known = stillKnown(given.file);
  const sizes = [...known.flatMap((k) => (k.kind === 'size' ? [k.body] : [])), ...l.kept.size.map((e) => e.body)];
  const type = withMeasured(withFitted(asVariant(given.type, variant), given.file?.fitted), sizes);
  const context: JobContext = { ...given, type, variant };
  const axle = axleOf(l);
  const choices = choicesState(l, context.type.axles, axle);
  return {
    context,
    variants: given.type.variants ?? [],
    known,
    entries: l.entries,
    struck: l.struck,
    kept: l.kept,
    distanceKm: l.kept.distance?.body.distanceKm ?? context.distanceKm,
    axle,
    axles: Object.fromEntries(AXLES.map((end) => [end, measuredAxle(context, l, end)])) as Record<AxleEnd, AxleSpec>,
    ...complaintState(l),
    ...looksState(l, context, choices.renewed),
    ...measuringState(l),
    ...choices,
    ...workState(l, axle),
    ...proofState(l),
    ...standingState(l, axle),
  };
}
