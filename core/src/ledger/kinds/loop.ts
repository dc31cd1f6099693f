import { LEAST_LOOP_POINTS, MOST_LOOP_POINTS } from '../../play/loop-points';
import { LOOP_KINDS, LOOP_METHOD } from '../../play/loop';
import { capital } from '../../text/words';
import { MEASURED_PHASES } from '../words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, gaugeId, jointId, text, uuid }) => {
  const span = z.number().min(-1e9).max(1e9);
  const points = z.int().min(LEAST_LOOP_POINTS).max(MOST_LOOP_POINTS);
  const loopResult = z.object({
    method: z.literal(LOOP_METHOD),
    points,
    used: points,
    band: z.tuple([span, span]).readonly(),
    playMm: z.number().min(0).max(100),
    uMm: z.number().min(0).max(1e6),
    expandedMm: z.number().min(0).max(1e7),
    stiffness: z.object({ minus: span, plus: span, middle: span }),
    frictionN: z.number().min(0).max(1e6),
    offsetN: span,
    residualN: z.number().min(0).max(1e6),
    deltaBic: span,
    naiveMm: z.number().min(0).max(1000),
    kind: z.enum(LOOP_KINDS),
    sentence: text(300),
  });
  return z.object({
    joint: jointId,
    phase: z.enum(MEASURED_PHASES),
    gauge: gaugeId,
    file: uuid,
    result: loopResult,
    calibration: text(80).optional(),
  });
});
/** A joint pushed and pulled with force and displacement; its points are an attachment. */
export type LoopBody = Body<typeof body>;

export const loop = entryKind(body)({
  example: {
    joint: 'front.left.frame-bushing',
    phase: 'after',
    gauge: 'force',
    file: '0193a000-0000-7000-8000-00000000000a',
    result: {
      method: LOOP_METHOD,
      points: 600,
      used: 569,
      band: [-0.3, 0.3],
      playMm: 0.6,
      uMm: 0.004,
      expandedMm: 0.008,
      stiffness: { minus: 1500, plus: 2000, middle: 0 },
      frictionN: 15,
      offsetN: 0,
      residualN: 0.07,
      deltaBic: 8292,
      naiveMm: 0.62,
      kind: 'loose',
      sentence: 'Loose: 0.60 mm of play (± 0.01); outside it 1500 N/mm one way, 2000 N/mm the other.',
    },
    calibration: 'never calibrated',
  },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'all' },
  attachment: { kind: 'loop', id: (b) => b.file },
  say: (b, w) => capital(`${w.joint(b.joint)}, loop of ${b.result.points} points. ${b.result.sentence}`),
});
