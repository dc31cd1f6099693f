/** Of lesson `x`: it counted when job `j` was closed, or counts now where `j` is open. */
const counted = (x: string) =>
  `${x}.closed_at < coalesce(j.closed_at, 'infinity') AND (${x}.undone_at IS NULL OR ${x}.undone_at > coalesce(j.closed_at, 'infinity'))`;

/** The latest are read; ids rise with time. */
const MOST_TIPS = 100;
/** Later visits that are looked through for what ended a ban. */
const MOST_SINCE = 20;

const TYPE = '(SELECT v.type_id FROM vehicle v WHERE v.id = j.vehicle_id)';

/** What sisters of the type have had by now: the running totals, less this vehicle's own. */
const SISTERS_NOW = `(SELECT json_build_object('jobs', coalesce(max(n) FILTER (WHERE kind = ''), 0), 'found', coalesce(json_object_agg(kind, n) FILTER (WHERE kind <> '' AND n > 0), '{}'))
    FROM (SELECT kind, sum(n)::int AS n FROM (
            SELECT t.kind, t.n FROM type_found t WHERE t.type_id = ${TYPE}
            UNION ALL SELECT split_part(f.id, '.', 3), -1 FROM lesson s, unnest(s.faults) AS f(id)
             WHERE s.vehicle_id = j.vehicle_id AND s.type_id = ${TYPE} AND s.undone_at IS NULL AND f.id LIKE '%.%.%'
            UNION ALL SELECT '', -1 FROM lesson s WHERE s.vehicle_id = j.vehicle_id AND s.type_id = ${TYPE} AND s.undone_at IS NULL AND cardinality(s.faults) > 0
          ) AS x GROUP BY kind) AS k)`;

/** What they had had when the job was closed: looked up among the lessons of then. */
const SISTERS_THEN = `(WITH c AS MATERIALIZED (
      SELECT l.faults FROM lesson l WHERE l.type_id = ${TYPE} AND l.vehicle_id <> j.vehicle_id AND ${counted('l')} AND cardinality(l.faults) > 0)
    SELECT json_build_object('jobs', (SELECT count(*) FROM c), 'found', coalesce((SELECT json_object_agg(kind, n) FROM (
             SELECT split_part(f.id, '.', 3) AS kind, count(*) AS n FROM c, unnest(c.faults) AS f(id) WHERE f.id LIKE '%.%.%' GROUP BY 1) AS k), '{}')))`;

/** The day a lesson's job was handed back, by the shop's clock. */
export const CLOSED_ON = `(closed_at AT TIME ZONE coalesce((SELECT rules->>'timeZone' FROM shop), 'UTC'))::date::text`;

/** What a vehicle left with at its last visit of these, not for the road; nothing where it was whole then. */
export const leftBefore = (vehicle: string, which: string): string =>
  `(SELECT json_build_object('at', x.left_with, 'on', ${CLOSED_ON}, 'job', x.job_id)
     FROM (SELECT l.left_with, l.closed_at, l.job_id FROM lesson l WHERE l.vehicle_id = ${vehicle} AND ${which} ORDER BY l.closed_at DESC LIMIT 1) AS x
    WHERE cardinality(x.left_with) > 0)`;

/** What went on at these earlier visits of a vehicle and changes how it is put together, the first one first. */
export const fittedBefore = (vehicle: string, which: string): string =>
  `(SELECT coalesce(json_agg(f.part ORDER BY l.closed_at), '[]') FROM lesson l, jsonb_array_elements(l.fitted) AS f(part)
     WHERE l.vehicle_id = ${vehicle} AND jsonb_array_length(l.fitted) > 0 AND ${which})`;

/** What the open file of job `j` adds to its diagnosis: `JobFile` of the contract, as one JSON column. */
export const JOB_FILE = `json_build_object(
  'points', (SELECT coalesce(json_agg(json_build_object('axle', m.axle, 'point', m.point, 'at', m.at)), '[]')
               FROM (SELECT DISTINCT ON (p.axle, p.point) p.axle, p.point, p.at FROM point p JOIN job o ON o.id = p.job_id JOIN entry e ON e.id = p.entry_id
                      WHERE o.vehicle_id = j.vehicle_id AND o.id <> j.id AND o.opened_at < j.opened_at AND NOT p.struck
                      ORDER BY p.axle, p.point, e.at DESC, e.seq DESC) AS m),
  'tips', (SELECT coalesce(json_agg(x.body || jsonb_build_object('by', x.name, 'at', x.at) ORDER BY x.at DESC), '[]')
             FROM (SELECT t.body, p.name, e.at FROM tip t JOIN entry e ON e.id = t.entry_id JOIN person p ON p.id = e.by_person
                    WHERE NOT t.struck AND t.job_id <> j.id AND t.type_id = ${TYPE} ORDER BY t.entry_id DESC LIMIT ${MOST_TIPS}) AS x),
  'times', (SELECT coalesce(json_agg(json_build_object('task', task, 'rusty', rusty, 'of', CASE WHEN t.type_id IS NULL THEN 'shop' ELSE 'type' END, 'jobs', t.jobs, 'median', t.median, 'p80', t.p80)), '[]')
              FROM task_time t WHERE t.type_id IS NULL OR t.type_id = ${TYPE}),
  'plays', (SELECT coalesce(json_agg(json_build_object('joint', x.joint, 'meanMm', x.mean, 'n', x.n, 'gauge', x.gauge_id, 'phase', x.phase, 'atKm', x.distance_km)), '[]')
              FROM (SELECT DISTINCT ON (r.joint) r.joint, r.gauge_id, r.phase, o.distance_km, avg(r.play_mm) AS mean, count(*) AS n
                      FROM job o JOIN reading r ON r.job_id = o.id AND NOT r.struck AND NOT r.by_loop
                     WHERE o.vehicle_id = j.vehicle_id AND o.id <> j.id AND o.opened_at < j.opened_at
                     GROUP BY r.joint, r.gauge_id, r.phase, o.id, o.opened_at, o.distance_km
                     ORDER BY r.joint, o.opened_at DESC, (r.phase = 'after') DESC) AS x),
  'renewed', (SELECT coalesce(json_agg(json_build_object('joint', joint, 'atKm', km) ORDER BY km), '[]')
                FROM (SELECT u.joint, max(l.distance_km) AS km FROM lesson l, unnest(l.renewed) AS u(joint) WHERE l.vehicle_id = j.vehicle_id AND l.job_id <> j.id AND l.closed_at < coalesce(j.closed_at, 'infinity') GROUP BY u.joint) AS r),
  'kept', (SELECT coalesce(json_agg(json_build_object('entry', c.entry_id, 'for', CASE WHEN c.type_id IS NULL THEN 'vehicle' ELSE 'type' END) ORDER BY c.id), '[]') FROM change c WHERE c.job_id = j.id AND c.entry_id IS NOT NULL),
  'fitted', ${fittedBefore('j.vehicle_id', "l.job_id <> j.id AND l.closed_at < coalesce(j.closed_at, 'infinity')")},
  'left', ${leftBefore('j.vehicle_id', "l.job_id <> j.id AND l.closed_at < coalesce(j.closed_at, 'infinity')")},
  'since', (SELECT coalesce(json_agg(json_build_object('on', x.day, 'renewed', x.renewed, 'left', x.left_with) ORDER BY x.closed_at), '[]')
              FROM (SELECT l.closed_at, ${CLOSED_ON} AS day, l.renewed, l.left_with FROM lesson l
                     WHERE l.vehicle_id = j.vehicle_id AND l.closed_at > j.closed_at AND l.undone_at IS NULL ORDER BY l.closed_at LIMIT ${MOST_SINCE}) AS x),
  'sisters', CASE WHEN j.closed_at IS NULL THEN ${SISTERS_NOW} ELSE coalesce((SELECT to_json(own.sisters) FROM lesson own WHERE own.job_id = j.id), ${SISTERS_THEN}) END)`;
