-- Hard points measured on a vehicle, mm in the axes of its type: written beside the ledger, read at its next visit.
CREATE TABLE point (
  entry_id uuid PRIMARY KEY REFERENCES entry (id),
  job_id   uuid NOT NULL REFERENCES job (id),
  axle     text NOT NULL,
  point    text NOT NULL,
  at       double precision[] NOT NULL CHECK (cardinality(at) = 3),
  struck   boolean NOT NULL DEFAULT false
);
CREATE INDEX point_job ON point (job_id);
