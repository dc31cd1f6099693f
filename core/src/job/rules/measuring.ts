import { fixed } from '../../text';
import { sayLength } from '../../units';
import { BadInput } from '../../error';
import { sayExpired, type GaugeReading, type GaugeSpec } from '../../gauge';
import { isDangerous, jointName, partsOf, type JointId } from '../../joint';
import type { EntryBodies, MeasuredPhase } from '../../ledger';
import { MOST_PLAY_MM } from '../../play';
import type { VehicleState } from '../../vehicle';
import type { JobState } from '../fold';

/**
 * Whether a number would change anything at this joint, in a sentence: a ball stud is settled by the hand
 * alone (common practice, no source); where a limit is written a gauge decides; and a number is worth
 * having for a dispute, a trend or the proof.
 */
export function gaugeDecides(s: JobState, id: JointId): { readonly decides: boolean; readonly why: string } {
  const { kind } = partsOf(id);
  const limit = s.context.rules.playLimits[kind];
  const j = s.joints.get(id)!;
  if (j.before?.conformance.verdict === 'within' || j.before?.conformance.verdict === 'beyond')
    return { decides: false, why: 'It is settled: no more readings are needed.' };
  if (limit)
    return {
      decides: true,
      why: `A number decides here: ${sayLength(limit.limitMm, 2, s.context.measures.length)} (${limit.owner}).`,
    };
  if (j.hand === 'can’t tell') return { decides: true, why: 'The hand could not tell: a gauge can.' };
  return {
    decides: false,
    why: 'The hand’s verdict is enough here. A number serves a dispute, a trend or the proof afterwards.',
  };
}

const MM_PER_INCH = 25.4;
/** Places kept of a play, mm: a tenth of what the finest gauge tells. */
const rounded = (mm: number): number => Math.round(mm * 1e4) / 1e4;

/**
 * A reading of play from what the gauge showed pushed and pulled: the difference, whatever its sign.
 * @param on the day it is taken, for the gauge's calibration
 * @param state how the vehicle stands; of a joint that is not driven on a reading is refused without it
 * @throws BadInput when it is more than a joint can have.
 */
export function readingBody(
  at: {
    readonly joint: JointId;
    readonly phase: MeasuredPhase;
    readonly gauge: GaugeSpec;
    readonly on: string;
    readonly state?: VehicleState | undefined;
  },
  first: GaugeReading,
  second: GaugeReading,
): EntryBodies['reading'] {
  const playMm = Math.abs(second.si - first.si);
  if (playMm > MOST_PLAY_MM)
    throw new BadInput('play', `is ${fixed(playMm, 1)} mm, more than a joint can have (${MOST_PLAY_MM} mm)`);
  const unit = first.unit === 'in' && second.unit === 'in' ? 'in' : 'mm';
  const inUnit = (si: number) => (unit === 'in' ? si / MM_PER_INCH : si);
  const calibration = sayExpired(at.gauge, at.on);
  return {
    joint: at.joint,
    phase: at.phase,
    gauge: at.gauge.id,
    first: inUnit(first.si),
    second: inUnit(second.si),
    unit,
    playMm: rounded(playMm),
    ...(at.state ? { state: at.state } : {}),
    ...(calibration ? { calibration } : {}),
  };
}

/** @throws BadInput where a joint that is driven on was measured and nobody said how the vehicle stood. @param by what it was measured with */
export function stateSaid(b: { readonly joint: JointId; readonly state?: VehicleState | undefined }, by: string): void {
  const { kind } = partsOf(b.joint);
  if (isDangerous(kind) && !b.state)
    throw new BadInput(
      'state',
      `must say how the vehicle stood: ${jointName(kind).toLowerCase()} under its load shows no play to ${by} either`,
    );
}

/**
 * That a reading says what its two numbers say, and how the vehicle stood where that decides: the server holds every reading
 * against it.
 * @throws BadInput naming the state that is missing, or the play and what the numbers make of it.
 */
export function checkReading(b: EntryBodies['reading']): void {
  stateSaid(b, 'a gauge');
  const mm = (v: number) => (b.unit === 'in' ? v * MM_PER_INCH : v);
  const playMm = Math.abs(mm(b.second) - mm(b.first));
  // Numbers come rounded to the gauge's step; a thousandth is more than rounding can make.
  if (Math.abs(playMm - b.playMm) > 0.001 || b.playMm > MOST_PLAY_MM)
    throw new BadInput(
      'play',
      `must be the difference of its two readings, ${rounded(playMm)} mm, and at most ${MOST_PLAY_MM} mm`,
      b.playMm,
    );
}
