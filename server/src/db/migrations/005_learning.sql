-- The shop's own suspects table, in the place of the one that ships; NULL where it has none.
ALTER TABLE shop ADD COLUMN strengths jsonb;

-- What each closed job left behind, worked out when it was handed back.
CREATE TABLE lesson (
  job_id      uuid PRIMARY KEY REFERENCES job (id),
  vehicle_id  uuid NOT NULL REFERENCES vehicle (id),
  type_id     uuid NOT NULL REFERENCES vehicle_type (id),
  distance_km double precision NOT NULL,
  closed_at   timestamptz NOT NULL,
  faults      text[] NOT NULL,
  renewed     text[] NOT NULL,
  counts      jsonb NOT NULL,
  predictions jsonb NOT NULL,
  -- A lead may take a lesson out of the count, and put it back.
  undone      boolean NOT NULL DEFAULT false
);
CREATE INDEX lesson_vehicle ON lesson (vehicle_id, distance_km);
CREATE INDEX lesson_type ON lesson (type_id) WHERE NOT undone;
