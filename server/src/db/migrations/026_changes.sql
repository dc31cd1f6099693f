-- What a type or a vehicle was until each change, with who changed it and why: a job that is closed keeps what it was told.
CREATE TABLE change (
  id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  type_id    uuid REFERENCES vehicle_type (id),
  vehicle_id uuid REFERENCES vehicle (id),
  at         timestamptz NOT NULL DEFAULT clock_timestamp(),
  by_person  text NOT NULL REFERENCES person (id),
  why        text NOT NULL,
  -- The job it was found at, where it was, and by which line.
  job_id     uuid REFERENCES job (id),
  entry_id   uuid REFERENCES entry (id),
  -- What is different, a sentence each.
  says       text[] NOT NULL,
  -- All of it, as it was until then.
  before     jsonb NOT NULL,
  CHECK ((type_id IS NULL) <> (vehicle_id IS NULL))
);
CREATE INDEX change_type ON change (type_id, at);
CREATE INDEX change_vehicle ON change (vehicle_id, at);
CREATE INDEX change_job ON change (job_id) WHERE job_id IS NOT NULL;

-- Put away: met in no list any more; its jobs stand. Put together with another: which one
-- it is (kept by the program: a restore brings them in any order).
ALTER TABLE vehicle_type ADD COLUMN away_at timestamptz, ADD COLUMN into_id uuid;
ALTER TABLE vehicle ADD COLUMN away_at timestamptz, ADD COLUMN into_id uuid;
-- What was found at its jobs and kept for the next one.
ALTER TABLE vehicle ADD COLUMN known jsonb NOT NULL DEFAULT '[]';
-- When its variant was put right in the file: what a job found before says nothing any more.
ALTER TABLE vehicle ADD COLUMN variant_at timestamptz;
-- The vehicle a job was opened for, where that was put together with another since.
ALTER TABLE job ADD COLUMN was_vehicle uuid REFERENCES vehicle (id);
