-- What a shop has learnt is summed when a lesson comes or goes, not whenever somebody asks. Numerics: what is taken out
-- again leaves nothing behind.
CREATE TABLE learned (
  key     text PRIMARY KEY,
  yes     numeric NOT NULL,
  no      numeric NOT NULL,
  lessons integer NOT NULL
);
-- How what was said of suspects came out, in ten bins of what was said.
CREATE TABLE said_bin (
  layer  text NOT NULL,
  stage  text NOT NULL,
  bin    integer NOT NULL CHECK (bin BETWEEN 0 AND 9),
  n      integer NOT NULL,
  was    integer NOT NULL,
  sum_p  numeric NOT NULL,
  sum_sq numeric NOT NULL,
  PRIMARY KEY (layer, stage, bin)
);
-- What sisters of a type had, by kind of joint; the kind '' counts the jobs.
CREATE TABLE type_found (
  type_id uuid NOT NULL REFERENCES vehicle_type (id),
  kind    text NOT NULL,
  n       integer NOT NULL,
  PRIMARY KEY (type_id, kind)
);

CREATE FUNCTION lesson_came() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO learned AS t (key, yes, no, lessons)
  SELECT c.key, sum(c.yes), sum(c.no), count(DISTINCT l.job_id) FROM fresh l, jsonb_to_recordset(l.counts) AS c(key text, yes numeric, no numeric)
   WHERE l.undone_at IS NULL GROUP BY c.key ORDER BY c.key
  ON CONFLICT (key) DO UPDATE SET yes = t.yes + excluded.yes, no = t.no + excluded.no, lessons = t.lessons + excluded.lessons;
  INSERT INTO said_bin AS t (layer, stage, bin, n, was, sum_p, sum_sq)
  SELECT p.layer, p.stage, least(9, floor(p.p * 10))::int AS bin, count(*), count(*) FILTER (WHERE p."on"), sum(p.p), sum((p.p - p."on"::int) ^ 2)
    FROM fresh l, jsonb_to_recordset(l.predictions) AS p(layer text, stage text, p numeric, "on" boolean)
   WHERE jsonb_array_length(l.counts) > 0 GROUP BY 1, 2, 3 ORDER BY 1, 2, 3
  ON CONFLICT (layer, stage, bin) DO UPDATE SET n = t.n + excluded.n, was = t.was + excluded.was, sum_p = t.sum_p + excluded.sum_p, sum_sq = t.sum_sq + excluded.sum_sq;
  INSERT INTO type_found AS t (type_id, kind, n)
  SELECT type_id, kind, count(*) FROM (
    SELECT l.type_id, split_part(f.id, '.', 3) AS kind FROM fresh l, unnest(l.faults) AS f(id) WHERE l.undone_at IS NULL AND f.id LIKE '%.%.%'
    UNION ALL SELECT l.type_id, '' FROM fresh l WHERE l.undone_at IS NULL AND cardinality(l.faults) > 0) AS x
   GROUP BY 1, 2 ORDER BY 1, 2
  ON CONFLICT (type_id, kind) DO UPDATE SET n = t.n + excluded.n;
  RETURN NULL;
END $$;

CREATE FUNCTION lesson_went() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO learned AS t (key, yes, no, lessons)
  SELECT c.key, sum(c.yes), sum(c.no), count(DISTINCT l.job_id) FROM gone l, jsonb_to_recordset(l.counts) AS c(key text, yes numeric, no numeric)
   WHERE l.undone_at IS NULL GROUP BY c.key ORDER BY c.key
  ON CONFLICT (key) DO UPDATE SET yes = t.yes - excluded.yes, no = t.no - excluded.no, lessons = t.lessons - excluded.lessons;
  INSERT INTO said_bin AS t (layer, stage, bin, n, was, sum_p, sum_sq)
  SELECT p.layer, p.stage, least(9, floor(p.p * 10))::int AS bin, count(*), count(*) FILTER (WHERE p."on"), sum(p.p), sum((p.p - p."on"::int) ^ 2)
    FROM gone l, jsonb_to_recordset(l.predictions) AS p(layer text, stage text, p numeric, "on" boolean)
   WHERE jsonb_array_length(l.counts) > 0 GROUP BY 1, 2, 3 ORDER BY 1, 2, 3
  ON CONFLICT (layer, stage, bin) DO UPDATE SET n = t.n - excluded.n, was = t.was - excluded.was, sum_p = t.sum_p - excluded.sum_p, sum_sq = t.sum_sq - excluded.sum_sq;
  INSERT INTO type_found AS t (type_id, kind, n)
  SELECT type_id, kind, count(*) FROM (
    SELECT l.type_id, split_part(f.id, '.', 3) AS kind FROM gone l, unnest(l.faults) AS f(id) WHERE l.undone_at IS NULL AND f.id LIKE '%.%.%'
    UNION ALL SELECT l.type_id, '' FROM gone l WHERE l.undone_at IS NULL AND cardinality(l.faults) > 0) AS x
   GROUP BY 1, 2 ORDER BY 1, 2
  ON CONFLICT (type_id, kind) DO UPDATE SET n = t.n - excluded.n;
  RETURN NULL;
END $$;

CREATE TRIGGER lesson_inserted AFTER INSERT ON lesson REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION lesson_came();
CREATE TRIGGER lesson_deleted AFTER DELETE ON lesson REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION lesson_went();
CREATE TRIGGER lesson_updated_from AFTER UPDATE ON lesson REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION lesson_went();
CREATE TRIGGER lesson_updated_to AFTER UPDATE ON lesson REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION lesson_came();
-- Those that are there already: an update that changes nothing would take them out first.
CREATE TEMPORARY TABLE kept ON COMMIT DROP AS SELECT * FROM lesson;
ALTER TABLE lesson DISABLE TRIGGER USER;
DELETE FROM lesson;
ALTER TABLE lesson ENABLE TRIGGER USER;
INSERT INTO lesson SELECT * FROM kept;

CREATE INDEX lesson_counting ON lesson (job_id) WHERE jsonb_array_length(counts) > 0 AND undone_at IS NULL;
CREATE INDEX lesson_closed ON lesson (closed_at DESC, job_id DESC) WHERE jsonb_array_length(counts) > 0;
DROP INDEX lesson_type;
CREATE INDEX lesson_type ON lesson (type_id, closed_at);
CREATE INDEX job_closed ON job (closed_at, id) WHERE closed_at IS NOT NULL;

-- The few entries that say where a job stands are found without reading the rest.
CREATE INDEX entry_standing ON entry (job_id, kind) WHERE kind IN ('strike', 'hand-back', 'distance');

DROP INDEX tip_type;
CREATE INDEX tip_type ON tip (type_id, entry_id DESC) WHERE NOT struck;

-- The latest closings of a task, of a type and of all: read off the index, never summed over ten years.
DROP INDEX step_time_task;
CREATE INDEX step_time_of_type ON step_time (type_id, task, at DESC);
CREATE INDEX step_time_of_all ON step_time (task, at DESC);

-- When a vehicle was last worked on, and what it is found by: owner and type in one text, with trigrams of their own.
ALTER TABLE vehicle ADD COLUMN last_opened timestamptz;
ALTER TABLE vehicle ADD COLUMN search text NOT NULL DEFAULT '';
UPDATE vehicle v SET last_opened = (SELECT max(opened_at) FROM job j WHERE j.vehicle_id = v.id),
                     search = lower(v.owner || ' ' || (SELECT name FROM vehicle_type t WHERE t.id = v.type_id));
CREATE INDEX vehicle_recent ON vehicle (last_opened DESC NULLS LAST, plate);
CREATE INDEX vehicle_plate_trgm ON vehicle USING gin (plate_key gin_trgm_ops);
CREATE INDEX vehicle_vin_trgm ON vehicle USING gin (upper(vin) gin_trgm_ops);
CREATE INDEX vehicle_search_trgm ON vehicle USING gin (search gin_trgm_ops);
CREATE FUNCTION vehicle_search_of() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.search := lower(NEW.owner || ' ' || (SELECT name FROM vehicle_type t WHERE t.id = NEW.type_id));
  RETURN NEW;
END $$;
CREATE TRIGGER vehicle_search BEFORE INSERT OR UPDATE OF owner, type_id ON vehicle FOR EACH ROW EXECUTE FUNCTION vehicle_search_of();
CREATE FUNCTION job_opened() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE vehicle SET last_opened = greatest(last_opened, NEW.opened_at) WHERE id = NEW.vehicle_id;
  RETURN NULL;
END $$;
CREATE TRIGGER job_opened AFTER INSERT ON job FOR EACH ROW EXECUTE FUNCTION job_opened();

-- When anything of a job last changed: the floor asks for what changed since it looked.
ALTER TABLE job ADD COLUMN touched_at timestamptz NOT NULL DEFAULT clock_timestamp();
CREATE FUNCTION job_touched() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.touched_at := clock_timestamp();
  RETURN NEW;
END $$;
CREATE TRIGGER job_touched BEFORE UPDATE ON job FOR EACH ROW EXECUTE FUNCTION job_touched();
CREATE FUNCTION entry_touches_job() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE job SET touched_at = clock_timestamp() WHERE id IN (SELECT job_id FROM fresh);
  RETURN NULL;
END $$;
CREATE TRIGGER entry_touches_job AFTER INSERT ON entry REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION entry_touches_job();

-- What a part answers to, as it is looked for.
ALTER TABLE part ADD COLUMN search text GENERATED ALWAYS AS (
  lower(name || ' ' || id || ' ' || supplier || ' ' || kind || CASE WHEN kind LIKE '%link' THEN ' end link' ELSE '' END || ' sway bar')) STORED;
CREATE INDEX part_search_trgm ON part USING gin (search gin_trgm_ops);
CREATE INDEX part_order ON part (kind, name, id);
