-- A lesson that comes and one that goes are counted by one text, with another sign.
CREATE FUNCTION lesson_moved() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE sign int := TG_ARGV[0]::int;
BEGIN
  INSERT INTO learned AS t (key, yes, no, lessons)
  SELECT c.key, sign * sum(c.yes), sign * sum(c.no), sign * count(DISTINCT l.job_id)
    FROM moved l, jsonb_to_recordset(l.counts) AS c(key text, yes numeric, no numeric)
   WHERE l.undone_at IS NULL GROUP BY c.key ORDER BY c.key
  ON CONFLICT (key) DO UPDATE SET yes = t.yes + excluded.yes, no = t.no + excluded.no, lessons = t.lessons + excluded.lessons;
  INSERT INTO said_bin AS t (layer, stage, bin, n, was, sum_p, sum_sq)
  SELECT p.layer, p.stage, least(9, floor(p.p * 10))::int AS bin, sign * count(*), sign * count(*) FILTER (WHERE p."on"),
         sign * sum(p.p), sign * sum((p.p - p."on"::int) ^ 2)
    FROM moved l, jsonb_to_recordset(l.predictions) AS p(layer text, stage text, p numeric, "on" boolean)
   WHERE jsonb_array_length(l.counts) > 0 GROUP BY 1, 2, 3 ORDER BY 1, 2, 3
  ON CONFLICT (layer, stage, bin) DO UPDATE SET n = t.n + excluded.n, was = t.was + excluded.was, sum_p = t.sum_p + excluded.sum_p, sum_sq = t.sum_sq + excluded.sum_sq;
  INSERT INTO type_found AS t (type_id, kind, n)
  SELECT type_id, kind, sign * count(*) FROM (
    SELECT l.type_id, split_part(f.id, '.', 3) AS kind FROM moved l, unnest(l.faults) AS f(id) WHERE l.undone_at IS NULL AND f.id LIKE '%.%.%'
    UNION ALL SELECT l.type_id, '' FROM moved l WHERE l.undone_at IS NULL AND cardinality(l.faults) > 0) AS x
   GROUP BY 1, 2 ORDER BY 1, 2
  ON CONFLICT (type_id, kind) DO UPDATE SET n = t.n + excluded.n;
  RETURN NULL;
END $$;

DROP TRIGGER lesson_inserted ON lesson;
DROP TRIGGER lesson_deleted ON lesson;
DROP TRIGGER lesson_updated_from ON lesson;
DROP TRIGGER lesson_updated_to ON lesson;
CREATE TRIGGER lesson_inserted AFTER INSERT ON lesson REFERENCING NEW TABLE AS moved FOR EACH STATEMENT EXECUTE FUNCTION lesson_moved('1');
CREATE TRIGGER lesson_deleted AFTER DELETE ON lesson REFERENCING OLD TABLE AS moved FOR EACH STATEMENT EXECUTE FUNCTION lesson_moved('-1');
CREATE TRIGGER lesson_updated_from AFTER UPDATE ON lesson REFERENCING OLD TABLE AS moved FOR EACH STATEMENT EXECUTE FUNCTION lesson_moved('-1');
CREATE TRIGGER lesson_updated_to AFTER UPDATE ON lesson REFERENCING NEW TABLE AS moved FOR EACH STATEMENT EXECUTE FUNCTION lesson_moved('1');
DROP FUNCTION lesson_came();
DROP FUNCTION lesson_went();
