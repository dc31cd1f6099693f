-- How long steps really took in closed jobs, and what half and four of five of them were within: by type, and in all.
CREATE TABLE step_time (
  job_id  uuid NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  type_id uuid NOT NULL REFERENCES vehicle_type (id),
  task    text NOT NULL,
  -- Null where rust makes no difference to it.
  rusty   boolean,
  minutes float8 NOT NULL CHECK (minutes > 0),
  at      timestamptz NOT NULL
);
CREATE INDEX step_time_job ON step_time (job_id);
CREATE INDEX step_time_task ON step_time (task, type_id, at DESC);
CREATE TABLE task_time (
  -- Null: of any type.
  type_id uuid REFERENCES vehicle_type (id),
  task    text NOT NULL,
  rusty   boolean,
  jobs    integer NOT NULL,
  median  float8 NOT NULL,
  p80     float8 NOT NULL,
  UNIQUE NULLS NOT DISTINCT (type_id, task, rusty)
);
-- Lessons are worked out anew when the server starts: they tell times now. Those a lead took out of the count stay out.
DELETE FROM lesson WHERE undone_at IS NULL;
