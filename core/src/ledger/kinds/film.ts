import { FILM_FOUND, FILM_FROM, FILM_METHOD, MOST_FILM_READINGS } from '../../play/film-result';
import { MOST_PLAY_MM } from '../../play/series';
import { capital } from '../../text/words';
import { VEHICLE_STATES } from '../../vehicle/words';
import { MEASURED_PHASES } from '../words';
import { type Body, bodyOf } from './body';
import { AT_THE_VEHICLE, entryKind } from './entry-kind';

const body = bodyOf(({ z, gaugeId, jointId, text, uuid }) => {
  const mm = z.number().min(0).max(MOST_PLAY_MM);
  const count = z.int().min(0).max(10_000);
  const card = z.int().min(1).max(4);
  return z.object({
    joint: jointId,
    phase: z.enum(MEASURED_PHASES),
    gauge: gaugeId,
    /** The positions of both cards, picture by picture, as CSV. */
    file: uuid,
    from: z.enum(FILM_FROM),
    /** How the vehicle stood: a joint under its load shows no play to a camera either. */
    state: z.enum(VEHICLE_STATES).optional(),
    /** The sheet the cards are of, and what its ruler of 100 mm was found to be; null where nobody measured it. */
    sheet: z.object({
      number: z.int().min(1).max(1000),
      ruler: z.object({ mm: z.number().min(90).max(110), uMm: z.number().min(0).max(5) }).nullable(),
    }),
    cards: z.tuple([card, card]).readonly(),
    result: z.object({
      method: z.literal(FILM_METHOD),
      used: count,
      pictures: count,
      seconds: z.number().min(0).max(3600),
      depthMm: z.number().min(-1000).max(1000),
      scatterPx: z.number().min(0).max(100),
      found: z.enum(FILM_FOUND),
      readingsMm: z.array(mm).max(MOST_FILM_READINGS).readonly(),
      belowMm: mm.nullable(),
      meanMm: mm,
      uMm: mm,
      sharedMm: mm,
      degrees: z.number().min(1).nullable(),
      oneSidedMm: z.number().min(0).max(1e4),
      expandedMm: z.number().min(0).max(1e4),
      sentence: text(300),
    }),
    /** What was wrong with the camera's check when it was taken. */
    calibration: text(80).optional(),
  });
});
/** A joint pushed and pulled before a camera, a card on each side of it. */
export type FilmBody = Body<typeof body>;

export const film = entryKind(body)({
  example: {
    joint: 'front.left.link-lower',
    phase: 'before',
    gauge: 'camera',
    file: '0193a000-0000-7000-8000-00000000000a',
    from: 'camera',
    state: 'both-hanging',
    sheet: { number: 3, ruler: { mm: 99.6, uMm: 0.05 } },
    cards: [1, 2],
    result: {
      method: FILM_METHOD,
      used: 84,
      pictures: 90,
      seconds: 9.1,
      depthMm: 6.2,
      scatterPx: 0.05,
      found: 'play',
      readingsMm: [0.31, 0.3, 0.32],
      belowMm: null,
      meanMm: 0.31,
      uMm: 0.006,
      sharedMm: 0.003,
      degrees: 2,
      oneSidedMm: 0.018,
      expandedMm: 0.026,
      sentence: '0.31 mm of play (± 0.03), of 3 pushes and pulls.',
    },
    calibration: 'never calibrated',
  },
  who: AT_THE_VEHICLE,
  searched: true,
  kept: { as: 'all' },
  attachment: { kind: 'film', id: (b) => b.file },
  say: (b, w) => capital(`${w.joint(b.joint)}, ${b.from === 'simulated' ? 'simulated film' : 'film'}: ${b.result.sentence}`),
});
