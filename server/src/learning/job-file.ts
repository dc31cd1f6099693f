/** Of lesson `x`: it counted when job `j` was closed, or counts now where `j` is open. */
const counted = (x: string) =>
  `${x}.closed_at < coalesce(j.closed_at, 'infinity') AND (${x}.undone_at IS NULL OR ${x}.undone_at > coalesce(j.closed_at, 'infinity'))`;

/** What the open file of job `j` adds to its diagnosis: `JobFile` of the contract, as one JSON column. */
export const JOB_FILE = `json_build_object(
  'points', (SELECT coalesce(json_agg(json_build_object('axle', m.axle, 'point', m.point, 'at', m.at)), '[]')
               FROM (SELECT DISTINCT ON (p.axle, p.point) p.axle, p.point, p.at FROM point p JOIN job o ON o.id = p.job_id JOIN entry e ON e.id = p.entry_id
                      WHERE o.vehicle_id = j.vehicle_id AND o.id <> j.id AND o.opened_at < j.opened_at AND NOT p.struck
                      ORDER BY p.axle, p.point, e.at DESC, e.seq DESC) AS m),
  'tips', (SELECT coalesce(json_agg(t.body || jsonb_build_object('by', p.name, 'at', e.at) ORDER BY e.at DESC), '[]')
             FROM tip t JOIN entry e ON e.id = t.entry_id JOIN person p ON p.id = e.by_person
            WHERE NOT t.struck AND t.job_id <> j.id AND t.type_id = (SELECT v.type_id FROM vehicle v WHERE v.id = j.vehicle_id)),
  'times', (SELECT coalesce(json_agg(json_build_object('task', task, 'rusty', rusty, 'of', CASE WHEN t.type_id IS NULL THEN 'shop' ELSE 'type' END, 'jobs', t.jobs, 'median', t.median, 'p80', t.p80)), '[]')
              FROM task_time t WHERE t.type_id IS NULL OR t.type_id = (SELECT v.type_id FROM vehicle v WHERE v.id = j.vehicle_id)),
  'plays', (SELECT coalesce(json_agg(json_build_object('joint', x.joint, 'meanMm', x.mean, 'n', x.n, 'gauge', x.gauge_id, 'phase', x.phase, 'atKm', x.distance_km)), '[]')
              FROM (SELECT DISTINCT ON (r.joint) r.joint, r.gauge_id, r.phase, o.distance_km, avg(r.play_mm) AS mean, count(*) AS n
                      FROM job o JOIN reading r ON r.job_id = o.id AND NOT r.struck AND NOT r.by_loop
                     WHERE o.vehicle_id = j.vehicle_id AND o.id <> j.id AND o.opened_at < j.opened_at
                     GROUP BY r.joint, r.gauge_id, r.phase, o.id, o.opened_at, o.distance_km
                     ORDER BY r.joint, o.opened_at DESC, (r.phase = 'after') DESC) AS x),
  'renewed', (SELECT coalesce(json_agg(json_build_object('joint', joint, 'atKm', km) ORDER BY km), '[]')
                FROM (SELECT u.joint, max(l.distance_km) AS km FROM lesson l, unnest(l.renewed) AS u(joint) WHERE l.vehicle_id = j.vehicle_id AND l.job_id <> j.id AND l.closed_at < coalesce(j.closed_at, 'infinity') GROUP BY u.joint) AS r),
  'sisters', (SELECT json_build_object('jobs', count(DISTINCT l.job_id),
                       'found', coalesce((SELECT json_object_agg(kind, n) FROM (
                          SELECT split_part(f.id, '.', 3) AS kind, count(*) AS n FROM lesson s, unnest(s.faults) AS f(id)
                           WHERE s.type_id = ty.type_id AND s.vehicle_id <> j.vehicle_id AND ${counted('s')} AND f.id LIKE '%.%.%' GROUP BY 1) AS k), '{}'))
                FROM (SELECT type_id FROM vehicle WHERE id = j.vehicle_id) AS ty
                LEFT JOIN lesson l ON l.type_id = ty.type_id AND l.vehicle_id <> j.vehicle_id AND ${counted('l')} AND cardinality(l.faults) > 0
               GROUP BY ty.type_id))`;
