import { calibration, type Prediction, type SaidBin } from '@ash-knot/core';
import type { LearningView, LessonView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

const PAGE = 60;

type Bin = SaidBin & Pick<Prediction, 'layer' | 'stage'>;

/**
 * What closed jobs have taught, and how far what was said of them may be believed.
 * @param older where the page before ended, as it said: lessons closed before that
 */
export async function learningView(db: Queryable, older?: { closedAt: string; job: string }): Promise<LearningView> {
  const { rows } = await db.query<LessonView & { at: string }>(
    `SELECT l.job_id AS job, v.plate, to_char(l.closed_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS "closedAt", l.faults,
            jsonb_array_length(l.counts) AS counts, l.undone_at IS NOT NULL AS undone, to_json(l.closed_at)#>>'{}' AS at
       FROM lesson l JOIN vehicle v ON v.id = l.vehicle_id
      WHERE jsonb_array_length(l.counts) > 0 AND ($1::timestamptz IS NULL OR (l.closed_at, l.job_id) < ($1, $2::uuid))
      ORDER BY l.closed_at DESC, l.job_id DESC LIMIT $3`,
    [older?.closedAt ?? null, older?.job ?? null, PAGE + 1],
  );
  const { rows: bins } = await db.query<Bin>(
    'SELECT layer, stage, bin, n, was, sum_p::float8 AS "sumP", sum_sq::float8 AS "sumSquares" FROM said_bin ORDER BY bin',
  );
  const { rows: taught } = await db.query<LearningView['taught']>(
    // Each counted along its own index.
    `SELECT (SELECT count(*)::int FROM lesson WHERE jsonb_array_length(counts) > 0) AS jobs,
            (SELECT count(*)::int FROM lesson WHERE jsonb_array_length(counts) > 0 AND undone_at IS NULL) AS counting`,
  );
  const calibrated = (layer: Prediction['layer'], stage: Prediction['stage']) =>
    calibration(bins.filter((b) => b.layer === layer && b.stage === stage));
  const both = (layer: Prediction['layer']) => ({ heard: calibrated(layer, 'heard'), found: calibrated(layer, 'found') });
  const page = rows.slice(0, PAGE);
  const last = page.at(-1);
  return {
    lessons: page.map(({ at: _, ...l }) => l),
    older: rows.length > PAGE && last ? `${last.at} ${last.job}` : null,
    taught: taught[0]!,
    worn: both('worn'),
    makes: both('makes'),
  };
}
