-- Practice: vehicles that never come into the yard. What they hide, their ledgers and what they were asked stand in
-- tables of their own, which nothing of the shop reads: no job, no file, no search and no lesson can come from them.
CREATE TABLE exercise (
  id             uuid PRIMARY KEY,
  set_by         text NOT NULL REFERENCES person (id),
  -- Whom it is for; everybody where nobody is named.
  for_person     text REFERENCES person (id),
  grade          integer NOT NULL CHECK (grade BETWEEN 1 AND 5),
  type_id        uuid NOT NULL REFERENCES vehicle_type (id),
  variant        text,
  -- As they were when it was drawn: a later list or type does not change what it answers.
  type           jsonb NOT NULL,
  suspects_table jsonb NOT NULL,
  truth          jsonb NOT NULL,
  silent         boolean NOT NULL DEFAULT false,
  from_job       boolean NOT NULL DEFAULT false,
  set_at         timestamptz NOT NULL DEFAULT now(),
  withdrawn_at   timestamptz
);

CREATE TABLE practice (
  id          uuid PRIMARY KEY,
  exercise_id uuid NOT NULL REFERENCES exercise (id),
  person_id   text NOT NULL REFERENCES person (id),
  silent      boolean NOT NULL DEFAULT false,
  opened_at   timestamptz NOT NULL DEFAULT now(),
  closed_at   timestamptz,
  given_up    boolean NOT NULL DEFAULT false,
  review      jsonb,
  UNIQUE (exercise_id, person_id)
);
CREATE INDEX practice_person ON practice (person_id, opened_at DESC);

CREATE TABLE practice_entry (
  id          uuid PRIMARY KEY,
  seq         bigint GENERATED ALWAYS AS IDENTITY UNIQUE,
  job_id      uuid NOT NULL REFERENCES practice (id),
  kind        text NOT NULL,
  version     integer NOT NULL DEFAULT 1,
  body        jsonb NOT NULL,
  by_person   text NOT NULL REFERENCES person (id),
  at          timestamptz NOT NULL,
  received_at timestamptz NOT NULL DEFAULT clock_timestamp(),
  device      uuid REFERENCES session (id),
  bay         text,
  device_at   timestamptz
);
CREATE INDEX practice_entry_job ON practice_entry (job_id, seq);
CREATE TRIGGER practice_entry_append_only BEFORE UPDATE OR DELETE ON practice_entry
  FOR EACH ROW EXECUTE FUNCTION entry_is_append_only();

-- What was done at the vehicle and what it answered, in order.
CREATE TABLE practice_ask (
  id          uuid PRIMARY KEY,
  seq         bigint GENERATED ALWAYS AS IDENTITY UNIQUE,
  practice_id uuid NOT NULL REFERENCES practice (id),
  ask         jsonb NOT NULL,
  answer      jsonb NOT NULL,
  at          timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX practice_ask_practice ON practice_ask (practice_id, seq);
