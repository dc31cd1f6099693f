import { calibration, type Prediction } from '@ash-knot/core';
import type { LearningView, LessonView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

/** What closed jobs have taught, and how far what was said of them may be believed. */
export async function learningView(db: Queryable): Promise<LearningView> {
  const { rows } = await db.query<LessonView & { predictions: Prediction[] }>(
    `SELECT l.job_id AS job, v.plate, to_char(l.closed_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS "closedAt", l.faults,
            jsonb_array_length(l.counts) AS counts, l.undone_at IS NOT NULL AS undone, l.predictions
       FROM lesson l JOIN vehicle v ON v.id = l.vehicle_id
      WHERE jsonb_array_length(l.counts) > 0 ORDER BY l.closed_at DESC`,
  );
  const said = rows.flatMap((r) => r.predictions);
  const both = (layer: Prediction['layer']) => ({
    heard: calibration(said.filter((p) => p.layer === layer && p.stage === 'heard')),
    found: calibration(said.filter((p) => p.layer === layer && p.stage === 'found')),
  });
  return {
    lessons: rows.map(({ job, plate, closedAt, faults, counts, undone }) => ({ job, plate, closedAt, faults, counts, undone })),
    worn: both('worn'),
    makes: both('makes'),
  };
}
