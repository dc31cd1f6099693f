-- The register says what a gauge is, what it reads in, how far, how it speaks, and how long it may be trusted.
ALTER TABLE gauge RENAME COLUMN resolution_mm TO resolution;
ALTER TABLE gauge
  ADD COLUMN kind             text NOT NULL DEFAULT 'dial indicator',
  ADD COLUMN unit             text NOT NULL DEFAULT 'mm',
  ADD COLUMN range_max        double precision NOT NULL DEFAULT 10 CHECK (range_max > 0),
  ADD COLUMN calibrated_until date,
  ADD COLUMN line             jsonb NOT NULL DEFAULT '{"baud": 9600, "before": "", "after": ""}',
  ADD COLUMN retired          boolean NOT NULL DEFAULT false;

-- Readings of two or more people with one gauge, and what was worked out of them.
CREATE TABLE gauge_study (
  id       uuid PRIMARY KEY,
  gauge_id text NOT NULL REFERENCES gauge (id),
  made_by  text NOT NULL REFERENCES person (id),
  made_at  timestamptz NOT NULL DEFAULT now(),
  limit_mm double precision NOT NULL CHECK (limit_mm > 0),
  readings jsonb NOT NULL,
  result   jsonb NOT NULL
);
CREATE INDEX gauge_study_gauge ON gauge_study (gauge_id, made_at DESC);

-- The points of a loop, as CSV; its entry in the ledger names it.
CREATE TABLE loop_file (
  id       uuid PRIMARY KEY,
  -- Null while a gauge has sent it and no sheet has kept it yet.
  job_id   uuid REFERENCES job (id),
  csv      text NOT NULL,
  taken_by text NOT NULL REFERENCES person (id),
  taken_at timestamptz NOT NULL DEFAULT now()
);
