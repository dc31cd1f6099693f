import * as z from 'zod';
import {
  ASKED_ABOUT,
  CHECK_IDS,
  ELSEWHERE_CHECK_IDS,
  MISTAKES,
  MANOEUVRES,
  PRACTICE_GRADES,
  TROUBLES,
  VEHICLE_STATES,
  type PracticeAsk,
} from '@ash-knot/core';
import { schemaOf } from '../same';
import { axleEnd, day, gaugeId, jointId, side, stepId, text, uuid } from '../words';

const state = z.enum(VEHICLE_STATES);
const grade = z.literal(PRACTICE_GRADES);

/** Something done at a practice vehicle. */
export const practiceAsk = schemaOf<PracticeAsk>()(
  z.discriminatedUnion('of', [
    z.object({ of: z.literal('customer'), about: z.enum(ASKED_ABOUT) }),
    z.object({
      of: z.literal('check'),
      check: z.enum([...CHECK_IDS, ...ELSEWHERE_CHECK_IDS]),
      axle: axleEnd.optional(),
      side: side.optional(),
      state,
    }),
    z.object({ of: z.literal('drive'), manoeuvre: z.enum(MANOEUVRES) }),
    z.object({ of: z.literal('gauge'), joint: jointId, gauge: gaugeId, state }),
    z.object({ of: z.literal('hand'), joint: jointId }),
    z.object({ of: z.literal('step'), step: stepId }),
    z.object({ of: z.literal('rung'), step: stepId, ladder: z.enum(TROUBLES), rung: text(60).min(1) }),
    z.object({ of: z.literal('goods'), choice: uuid }),
    z.object({ of: z.literal('answer'), choice: uuid }),
  ]),
);
export const askPractice = z.object({
  id: uuid,
  ask: practiceAsk,
  /** The next line asked for it. */
  led: z.boolean().default(false),
});

/** One's own: an exercise that was set, or one that is drawn now. */
export const startPractice = z.object({
  id: uuid,
  exercise: uuid.optional(),
  typeId: uuid.optional(),
  grade: grade.optional(),
  silent: z.boolean().default(false),
  /** From the customer to the verdict, and no further. */
  diagnosisOnly: z.boolean().default(false),
});
/** By a lead, for somebody or for everybody. */
export const setExercise = z.object({
  id: uuid,
  person: text(60).min(1).nullable(),
  typeId: uuid.optional(),
  grade,
  silent: z.boolean().default(false),
  diagnosisOnly: z.boolean().default(false),
  /** What is to be practised: what somebody gets wrong. */
  focus: z.enum(MISTAKES).optional(),
  dueOn: day.optional(),
});
/** What a lead says of a review; empty takes it back. */
export const commentPractice = z.object({ comment: text(2000) });
export const exerciseOfJob = z.object({ id: uuid });
export const silencePractice = z.object({ silent: z.boolean() });
