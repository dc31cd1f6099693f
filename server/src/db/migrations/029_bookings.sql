-- Who comes when, with what: said on the telephone or read from a calendar, before there is a job.
CREATE TABLE booking (
  id         uuid PRIMARY KEY,
  -- None where it is not in the file yet.
  vehicle_id uuid REFERENCES vehicle (id),
  plate      text NOT NULL,
  -- Whoever brings it, as they gave their name and number; deleted with their vehicle's customer.
  who        text NOT NULL,
  comes_at   timestamptz NOT NULL,
  minutes    integer NOT NULL CHECK (minutes > 0),
  kind       text NOT NULL,
  bay        text,
  person_id  text REFERENCES person (id),
  complaint  jsonb NOT NULL,
  note       text NOT NULL,
  -- What it is called in calendars.
  uid        text NOT NULL UNIQUE,
  by_person  text NOT NULL REFERENCES person (id),
  at         timestamptz NOT NULL DEFAULT clock_timestamp(),
  -- It came: its job. Or it does not, and why.
  job_id     uuid REFERENCES job (id),
  gone_at    timestamptz,
  gone_by    text REFERENCES person (id),
  gone_why   text NOT NULL DEFAULT ''
);
CREATE INDEX booking_comes ON booking (comes_at) WHERE job_id IS NULL AND gone_at IS NULL;
CREATE INDEX booking_vehicle ON booking (vehicle_id);
CREATE UNIQUE INDEX booking_job ON booking (job_id) WHERE job_id IS NOT NULL;

-- What it was until each change.
CREATE TABLE booking_was (
  id         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  booking_id uuid NOT NULL REFERENCES booking (id),
  at         timestamptz NOT NULL DEFAULT clock_timestamp(),
  by_person  text NOT NULL REFERENCES person (id),
  before     jsonb NOT NULL
);
CREATE INDEX booking_was_of ON booking_was (booking_id);
