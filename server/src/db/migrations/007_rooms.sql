-- Entries carry the version of their body's shape; those of before are of the first.
ALTER TABLE entry ADD COLUMN version integer NOT NULL DEFAULT 1 CHECK (version >= 1);

-- What was said of a job, for the file and the search: complaint and verdict.
CREATE TABLE said (
  entry_id uuid PRIMARY KEY REFERENCES entry (id),
  job_id   uuid NOT NULL REFERENCES job (id),
  kind     text NOT NULL CHECK (kind IN ('complaint', 'verdict')),
  words    text NOT NULL DEFAULT '',
  causes   text[] NOT NULL DEFAULT '{}',
  struck   boolean NOT NULL DEFAULT false
);
CREATE INDEX said_job ON said (job_id, kind) WHERE NOT struck;
INSERT INTO said (entry_id, job_id, kind, words, causes, struck)
SELECT e.id, e.job_id, e.kind, coalesce(e.body->>'words', ''),
       ARRAY(SELECT jsonb_array_elements_text(coalesce(e.body->'causes', '[]'))),
       EXISTS (SELECT 1 FROM entry s WHERE s.kind = 'strike' AND s.job_id = e.job_id AND s.body->>'entry' = e.id::text)
  FROM entry e WHERE e.kind IN ('complaint', 'verdict');

-- Play by a loop is charted beside play by readings.
ALTER TABLE reading ADD COLUMN by_loop boolean NOT NULL DEFAULT false;
INSERT INTO reading (entry_id, job_id, joint, phase, play_mm, gauge_id, by_loop, struck)
SELECT e.id, e.job_id, e.body->>'joint', e.body->>'phase', (e.body->'result'->>'playMm')::float8, e.body->>'gauge', true,
       EXISTS (SELECT 1 FROM entry s WHERE s.kind = 'strike' AND s.job_id = e.job_id AND s.body->>'entry' = e.id::text)
  FROM entry e WHERE e.kind = 'loop'
ON CONFLICT DO NOTHING;

-- A vehicle's distance follows from what it came in with, its jobs and the hand-backs that stand.
ALTER TABLE vehicle ADD COLUMN entered_km double precision CHECK (entered_km >= 0);
UPDATE vehicle v SET entered_km = least(distance_km, coalesce((SELECT min(j.distance_km) FROM job j WHERE j.vehicle_id = v.id), distance_km));
ALTER TABLE vehicle ALTER COLUMN entered_km SET NOT NULL;

-- Photographs, loops and whatever comes: one table.
CREATE TABLE attachment (
  id         uuid PRIMARY KEY,
  -- Null while a gauge has sent it and no sheet has kept it yet.
  job_id     uuid REFERENCES job (id),
  kind       text NOT NULL,
  mime       text NOT NULL,
  bytes      bytea NOT NULL CHECK (octet_length(bytes) <= 10 * 1024 * 1024),
  taken_by   text NOT NULL REFERENCES person (id),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX attachment_job ON attachment (job_id);
INSERT INTO attachment (id, job_id, kind, mime, bytes, taken_by, created_at)
SELECT id, job_id, 'photo', mime, bytes, taken_by, created_at FROM photo;
INSERT INTO attachment (id, job_id, kind, mime, bytes, taken_by, created_at)
SELECT id, job_id, 'loop', 'text/csv', convert_to(csv, 'UTF8'), taken_by, taken_at FROM loop_file;
DROP TABLE photo;
DROP TABLE loop_file;

-- When a lead took a lesson out of the count: what later jobs were told can be worked out again.
ALTER TABLE lesson ADD COLUMN undone_at timestamptz;
UPDATE lesson SET undone_at = now() WHERE undone;
DROP INDEX lesson_type;
ALTER TABLE lesson DROP COLUMN undone;
CREATE INDEX lesson_type ON lesson (type_id);

ALTER TABLE shop RENAME COLUMN strengths TO suspects_table;
