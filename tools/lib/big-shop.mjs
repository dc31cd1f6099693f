/**
 * Ages the demo shop into a big one: its closed jobs over and over, on other vehicles, across ten years. Straight SQL with
 * the triggers off: what stands beside the ledger is copied with it. For benchmarks alone: what a copied entry refers to is
 * its model's.
 */
import { caughtUp } from './caught-up.mjs';
import { say } from './say.mjs';

export const BIG = { jobs: 60_000, entries: 3_000_000, readings: 400_000, bays: 12, parts: 20_000, open: 60 };

/** The lines of each copy, and as many notes as make the ledger as long as it is to be. */
async function copyEntries(db, run, big) {
  const { rows } = await db.query(
    'SELECT count(*)::float8 / (SELECT count(*) FROM model) AS each FROM entry e JOIN model m ON m.id = e.job_id',
  );
  // As many lines a job as make the ledger as long as it is to be: notes fill what a model has not.
  const more = Math.max(0, Math.round(big.entries / big.jobs - rows[0].each));
  await run(
    'entries',
    `INSERT INTO entry (id, job_id, kind, version, body, by_person, at, received_at)
     SELECT pg_temp.uid(e.id::text || c.g), c.id, e.kind, e.version, e.body, e.by_person, c.at + (e.at - j.opened_at), c.at + (e.at - j.opened_at)
       FROM copy c JOIN job j ON j.id = c.of JOIN entry e ON e.job_id = c.of WHERE NOT (c.open AND e.kind = 'hand-back') ORDER BY c.g, e.seq`,
  );
  await run(
    'lines between them',
    `INSERT INTO entry (id, job_id, kind, version, body, by_person, at, received_at)
     SELECT pg_temp.uid('n' || c.g || ' ' || k), c.id, 'note', 1, jsonb_build_object('text', 'line ' || k), 'ruan', c.at + make_interval(mins => k), c.at + make_interval(mins => k)
       FROM copy c, generate_series(1, $1::int) k`,
    [more],
  );
  await run(
    'readings',
    `INSERT INTO reading (entry_id, job_id, joint, phase, play_mm, gauge_id)
     SELECT pg_temp.uid(e.id::text || c.g), c.id, (ARRAY['front.left.link-lower', 'front.right.link-lower', 'front.left.frame-bushing'])[1 + e.k % 3], 'before', 0.2 + (c.g % 90) / 100.0, 'dial-1'
       FROM copy c JOIN (SELECT id, job_id, row_number() OVER (PARTITION BY job_id ORDER BY seq) AS k FROM entry WHERE kind <> 'hand-back') e ON e.job_id = c.of AND e.k <= $1::int`,
    [Math.ceil(big.readings / big.jobs)],
  );
}

/** What stands beside the ledger is copied with it. */
async function copyBeside(run, big) {
  await run(
    'torques',
    `INSERT INTO torque_record (entry_id, job_id, fastener, target_nm, achieved_nm, method)
     SELECT pg_temp.uid(t.entry_id::text || c.g), c.id, t.fastener, t.target_nm, t.achieved_nm, t.method FROM copy c JOIN torque_record t ON t.job_id = c.of`,
  );
  await run(
    'what was said',
    `INSERT INTO said (entry_id, job_id, kind, words, causes) SELECT pg_temp.uid(s.entry_id::text || c.g), c.id, s.kind, s.words, s.causes FROM copy c JOIN said s ON s.job_id = c.of WHERE NOT s.struck`,
  );
  await run(
    'rechecks',
    `INSERT INTO recheck (entry_id, job_id, what, at_km, on_date) SELECT pg_temp.uid(r.entry_id::text || c.g), c.id, r.what, r.at_km, (c.at + interval '10 days')::date FROM copy c JOIN recheck r ON r.job_id = c.of WHERE NOT c.open`,
  );
  await run(
    'lessons',
    `INSERT INTO lesson (job_id, vehicle_id, type_id, distance_km, closed_at, faults, renewed, counts, predictions, sisters, left_with, held, fitted)
     SELECT c.id, c.vehicle_id, c.type_id, l.distance_km, c.at + (l.closed_at - j.opened_at), l.faults, l.renewed, l.counts, l.predictions, l.sisters, l.left_with, l.held, l.fitted
       FROM copy c JOIN lesson l ON l.job_id = c.of JOIN job j ON j.id = c.of WHERE NOT c.open`,
  );
  await run(
    'times of steps',
    `INSERT INTO step_time (job_id, type_id, task, rusty, minutes, at) SELECT c.id, c.type_id, s.task, s.rusty, s.minutes * (0.7 + (c.g % 60) / 100.0), c.at FROM copy c JOIN step_time s ON s.job_id = c.of WHERE NOT c.open`,
  );
  await run(
    'parts',
    `INSERT INTO part (id, kind, name, grade, supplier, price_minor, currency, stock, delivery_hours, spec)
     SELECT 'XB-' || g, p.kind, p.name || ' ' || g, p.grade, p.supplier, p.price_minor + g % 900, p.currency, p.stock, p.delivery_hours, p.spec || jsonb_build_object('id', 'XB-' || g, 'fits', '[]'::jsonb)
       FROM generate_series(1, $1::int) g
       JOIN LATERAL (SELECT * FROM part WHERE id NOT LIKE 'XB-%' ORDER BY id OFFSET g % (SELECT count(*) FROM part WHERE id NOT LIKE 'XB-%') LIMIT 1) p ON true`,
    [big.parts],
  );
}

export async function makeBig(databaseUrl, big = BIG) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  const run = async (what, sql, values = []) => {
    const t = performance.now();
    const r = await db.query(sql, values);
    say(`  ${what}: ${r.rowCount ?? ''} in ${((performance.now() - t) / 1000).toFixed(1)} s`);
  };
  try {
    // What the model has taught is copied with it: it is worked out first.
    await caughtUp(databaseUrl);
    await db.query("SET synchronous_commit = off; SET maintenance_work_mem = '512MB'; SET work_mem = '256MB'");
    // Ids as the program makes them, told by what they stand for.
    await db.query(
      `CREATE FUNCTION pg_temp.uid(t text) RETURNS uuid IMMUTABLE LANGUAGE sql AS $$ SELECT (overlay(overlay(md5(t) placing '7' from 13) placing '8' from 17))::uuid $$`,
    );
    await db.query('BEGIN');
    const TABLES = ['vehicle', 'job', 'entry', 'lesson', 'part'];
    for (const t of TABLES) await db.query(`ALTER TABLE ${t} DISABLE TRIGGER USER`);
    await db.query('UPDATE shop SET bays = $1', [Array.from({ length: big.bays }, (_, i) => `Bay ${i + 1}`)]);
    // Every vehicle comes in two or three times in ten years.
    const vehicles = Math.round(big.jobs / 2.5);
    await run(
      'vehicles',
      `INSERT INTO vehicle (id, plate, plate_key, vin, type_id, year, distance_km, entered_km, km_per_day, owner, variant, last_opened, search)
       SELECT pg_temp.uid('v' || g), 'XB ' || g, 'XB' || g, NULL, v.type_id, v.year, v.distance_km, v.entered_km, v.km_per_day, v.owner || ' ' || g % 997, v.variant,
              now() - make_interval(hours => (g * 7) % 87600), lower(v.owner || ' ' || g % 997 || ' ' || t.name)
         FROM generate_series(1, $1::int) g
         JOIN LATERAL (SELECT * FROM vehicle WHERE plate_key NOT LIKE 'XB%' ORDER BY id OFFSET g % (SELECT count(*) FROM vehicle WHERE plate_key NOT LIKE 'XB%') LIMIT 1) v ON true
         JOIN vehicle_type t ON t.id = v.type_id`,
      [vehicles],
    );
    // Which job is a copy of which: the closed ones of the same type in turn; the last of them stand on the floor.
    await run(
      'which copies what',
      `CREATE TEMPORARY TABLE model ON COMMIT DROP AS SELECT j.id, v.type_id, row_number() OVER (PARTITION BY v.type_id ORDER BY j.id) - 1 AS n, count(*) OVER (PARTITION BY v.type_id) AS of
         FROM job j JOIN vehicle v ON v.id = j.vehicle_id WHERE j.closed_at IS NOT NULL`,
    );
    await run(
      'copies',
      `CREATE TEMPORARY TABLE copy ON COMMIT DROP AS SELECT g, pg_temp.uid('j' || g) AS id, m.id AS of, v.id AS vehicle_id, v.type_id,
              g > $1::int - $2::int AS open, now() - make_interval(mins => (($1::int - g) * (10 * 525600.0 / $1::int))::int) AS at
         FROM generate_series(1, $1::int) g JOIN vehicle v ON v.id = pg_temp.uid('v' || (1 + g % $3::int))
         JOIN model m ON m.type_id = v.type_id AND m.n = (g / 7) % m.of`,
      [big.jobs, big.open, vehicles],
    );
    await run(
      'jobs',
      `INSERT INTO job (id, vehicle_id, kind, bay, distance_km, opened_km, opened_at, opened_by, closed_at, touched_at)
       SELECT c.id, c.vehicle_id, j.kind, 'Bay ' || 1 + c.g % $1::int, j.distance_km, j.opened_km, c.at, j.opened_by, CASE WHEN NOT c.open THEN c.at + (j.closed_at - j.opened_at) END, c.at
         FROM copy c JOIN job j ON j.id = c.of`,
      [big.bays],
    );
    await copyEntries(db, run, big);
    await copyBeside(run, big);
    for (const t of TABLES) await db.query(`ALTER TABLE ${t} ENABLE TRIGGER USER`);
    // The totals, by the very triggers that keep them: every lesson comes once.
    await run('totals', 'TRUNCATE learned, said_bin, type_found');
    await db.query('CREATE TEMPORARY TABLE kept ON COMMIT DROP AS SELECT * FROM lesson');
    await db.query('TRUNCATE lesson');
    await run('totals of lessons', 'INSERT INTO lesson SELECT * FROM kept');
    await db.query('COMMIT');
    await run('statistics', 'VACUUM ANALYZE');
  } finally {
    await db.end();
  }
}
