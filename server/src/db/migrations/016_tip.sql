-- Traps and tips, and ways to do a step, written at a vehicle for whoever does it next on one of its type.
CREATE TABLE tip (
  entry_id uuid PRIMARY KEY REFERENCES entry (id),
  job_id   uuid NOT NULL REFERENCES job (id),
  type_id  uuid NOT NULL REFERENCES vehicle_type (id),
  body     jsonb NOT NULL,
  struck   boolean NOT NULL DEFAULT false
);
CREATE INDEX tip_type ON tip (type_id);
