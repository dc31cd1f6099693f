/** Play of each joint at the vehicle's last visit that measured it, as one JSON column beside job `j`. */
export const LAST_PLAY = `(SELECT coalesce(json_agg(json_build_object('joint', x.joint, 'gauge', x.gauge_id, 'at', to_char(x.opened_at, 'YYYY-MM-DD'), 'playMm', x.plays) ORDER BY x.joint), '[]')
  FROM (SELECT DISTINCT ON (r.joint) r.joint, r.gauge_id, o.opened_at, array_agg(r.play_mm) AS plays
          FROM job o JOIN reading r ON r.job_id = o.id AND NOT r.struck AND NOT r.by_loop
         WHERE o.vehicle_id = j.vehicle_id AND o.id <> j.id AND o.opened_at < j.opened_at
         GROUP BY r.joint, r.gauge_id, o.opened_at, r.phase, o.id
         ORDER BY r.joint, o.opened_at DESC, (r.phase = 'after') DESC) AS x)`;
