import { calibration, type Count, type Prediction } from '@ash-knot/core';
import type { LearningView, LessonView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

/** What the open file of job `j` adds to its diagnosis: `JobFile` of the contract, as one JSON column. */
export const JOB_FILE = `json_build_object(
  'renewed', (SELECT coalesce(json_agg(json_build_object('joint', joint, 'atKm', km) ORDER BY km), '[]')
                FROM (SELECT u.joint, max(l.distance_km) AS km FROM lesson l, unnest(l.renewed) AS u(joint) WHERE l.vehicle_id = j.vehicle_id AND l.job_id <> j.id GROUP BY u.joint) AS r),
  'sisters', (SELECT json_build_object('jobs', count(DISTINCT l.job_id),
                       'found', coalesce((SELECT json_object_agg(kind, n) FROM (
                          SELECT split_part(f.id, '.', 3) AS kind, count(*) AS n FROM lesson s, unnest(s.faults) AS f(id)
                           WHERE s.type_id = ty.type_id AND s.vehicle_id <> j.vehicle_id AND NOT s.undone AND f.id LIKE '%.%.%' GROUP BY 1) AS k), '{}'))
                FROM (SELECT type_id FROM vehicle WHERE id = j.vehicle_id) AS ty
                LEFT JOIN lesson l ON l.type_id = ty.type_id AND l.vehicle_id <> j.vehicle_id AND NOT l.undone AND cardinality(l.faults) > 0
               GROUP BY ty.type_id))`;

/** What the shop has learnt, summed over the jobs that count. */
export async function learnedCounts(db: Queryable): Promise<Count[]> {
  const { rows } = await db.query<Count>(
    `SELECT c.key, sum(c.yes)::float8 AS yes, sum(c.no)::float8 AS no
       FROM lesson l, jsonb_to_recordset(l.counts) AS c(key text, yes float8, no float8)
      WHERE NOT l.undone GROUP BY c.key ORDER BY c.key`,
  );
  return rows;
}

export async function learningView(db: Queryable): Promise<LearningView> {
  const { rows } = await db.query<LessonView & { predictions: Prediction[] }>(
    `SELECT l.job_id AS job, v.plate, to_char(l.closed_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS "closedAt", l.faults,
            jsonb_array_length(l.counts) AS counts, l.undone, l.predictions
       FROM lesson l JOIN vehicle v ON v.id = l.vehicle_id
      WHERE jsonb_array_length(l.counts) > 0 ORDER BY l.closed_at DESC`,
  );
  const said = rows.flatMap((r) => r.predictions);
  return {
    lessons: rows.map(({ job, plate, closedAt, faults, counts, undone }) => ({ job, plate, closedAt, faults, counts, undone })),
    heard: calibration(said.filter((p) => p.stage === 'heard')),
    found: calibration(said.filter((p) => p.stage === 'found')),
  };
}
