import { MOST_PLAY_MM } from '../../play/series';
import { VEHICLE_STATES } from '../../vehicle/words';
import { capital } from '../../text/words';
import { sayLength } from '../../units/measures';
import { MEASURED_PHASES } from '../words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, gaugeId, jointId, text }) =>
  z.object({
    joint: jointId,
    phase: z.enum(MEASURED_PHASES),
    gauge: gaugeId,
    first: z.number().min(-1000).max(1000),
    second: z.number().min(-1000).max(1000),
    unit: z.enum(['mm', 'in']),
    playMm: z.number().min(0).max(MOST_PLAY_MM),
    /** How the vehicle stood: a joint under its load shows no play to a gauge either. Older readings do not say. */
    state: z.enum(VEHICLE_STATES).optional(),
    /** What was wrong with the gauge's calibration when it was taken: "calibration ran out on 2026-03-01". */
    calibration: text(80).optional(),
  }),
);
/** One push and pull with a gauge. */
export type ReadingBody = Body<typeof body>;

export const reading = entryKind(body)({
  example: {
    joint: 'front.left.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    first: 1,
    second: 1.4,
    unit: 'mm',
    playMm: 0.4,
    state: 'both-hanging',
    calibration: 'never calibrated',
  },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'all' },
  say: (b, w) =>
    capital(`${w.joint(b.joint)}, play ${b.phase === 'after' ? 'after ' : ''}${sayLength(b.playMm, 2, w.measures.length)}`),
});
