import type { ZodType } from 'zod';
import { MICROPHONES, MOST_DRIVEN_KM, MOST_KEPT_IMPACTS, MOST_LEVELS, RINGS, sayHeard } from '../../sound/recording';
import { MOST_CHANNELS, MOST_RECORDED_S, RECORDED_HZ } from '../../sound/wav-read';
import { MEASURED_PHASES } from '../words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

/** How a recording came here. */
export const RECORDED_FROM = ['file', 'microphone', 'simulated'] as const;
export type RecordedFrom = (typeof RECORDED_FROM)[number];

const body = bodyOf(({ z, text, uuid }) => {
  const many = z.int().min(0).max(10_000);
  const seconds = z.number().min(0).max(MOST_RECORDED_S);
  const db = z.number().min(-200).max(20);
  const ofEach = <T extends ZodType>(x: T) => z.array(x).min(1).max(MOST_CHANNELS);
  return z.object({
    /** The moments one after the other, as a WAV file. */
    sound: uuid,
    name: text(120).min(1),
    from: z.enum(RECORDED_FROM),
    phase: z.enum(MEASURED_PHASES),
    hz: z.int().min(RECORDED_HZ[0]).max(RECORDED_HZ[1]),
    /** Where each microphone sat. */
    places: ofEach(z.enum(MICROPHONES)),
    recorded: z.object({
      seconds,
      impacts: many,
      kinds: z.record(z.enum(RINGS), many),
      first: ofEach(many).readonly(),
      leadMs: z.number().min(0).max(100).nullable(),
      levelDb: db.nullable(),
      everyTenS: z
        .array(many)
        .max(MOST_RECORDED_S / 10)
        .readonly(),
      levelsDb: z.array(db).max(MOST_LEVELS).readonly(),
      byNoise: z.object({ aMinute: z.number().min(0).max(100_000), atMost: z.number().min(0).max(1_000_000) }).optional(),
      lostS: seconds.optional(),
    }),
    impacts: z
      .array(
        z.object({
          atS: seconds,
          clipAtS: seconds,
          levelDb: db,
          ring: z.enum(RINGS),
          centroidHz: z.number().min(0).max(48_000),
          decayS: z.number().min(0).max(10),
          laterMs: ofEach(z.number().min(0).max(100)).readonly(),
          clipped: z.boolean(),
        }),
      )
      .max(MOST_KEPT_IMPACTS),
    /** How far it was driven meanwhile, where somebody said so. */
    km: z.number().min(0.05).max(MOST_DRIVEN_KM).optional(),
    /** What was odd about the file. */
    notes: z.array(text(300)).max(6),
  });
});
/** A drive that was recorded: what was heard in it, and the moments of its loudest impacts. The whole stays where it was made. */
export type RecordingBody = Body<typeof body>;

export const recording = entryKind(body)({
  example: {
    sound: '0193a000-0000-7000-8000-00000000000a',
    name: 'quay road.wav',
    from: 'file',
    phase: 'before',
    hz: 48_000,
    places: ['left front', 'right front'],
    recorded: {
      seconds: 60,
      impacts: 1,
      kinds: { thud: 0, either: 0, ring: 1 },
      first: [1, 0],
      leadMs: 1.4,
      levelDb: -18.2,
      everyTenS: [0, 1, 0, 0, 0, 0],
      levelsDb: [-18.2],
      byNoise: { aMinute: 0.5, atMost: 2.4 },
    },
    impacts: [
      {
        atS: 12.031,
        clipAtS: 0,
        levelDb: -18.2,
        ring: 'ring',
        centroidHz: 1210,
        decayS: 0.081,
        laterMs: [0, 1.4],
        clipped: false,
      },
    ],
    km: 1.2,
    notes: [],
  },
  version: 3,
  // The first version did not ask how far it was driven, the second did not say what its noise passes for.
  upcasts: { 1: (b) => b, 2: (b) => b },
  who: AT_THE_VEHICLE,
  searched: false,
  kept: { as: 'all' },
  attachment: { kind: 'recording', id: (b) => b.sound },
  say: (b) =>
    `Recording “${b.name}”, ${b.phase}${b.from === 'simulated' ? ', simulated' : ''}: ${sayHeard(b.recorded, b.places).join(' ')}`,
});
