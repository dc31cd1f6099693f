CREATE TABLE job (
  id          uuid PRIMARY KEY,
  vehicle_id  uuid NOT NULL REFERENCES vehicle (id),
  kind        text NOT NULL,
  bay         text,
  distance_km double precision NOT NULL CHECK (distance_km >= 0),
  opened_at   timestamptz NOT NULL DEFAULT now(),
  opened_by   text NOT NULL REFERENCES person (id),
  closed_at   timestamptz
);
CREATE INDEX job_vehicle ON job (vehicle_id, opened_at DESC);
CREATE INDEX job_open ON job (opened_at) WHERE closed_at IS NULL;
-- One open job a vehicle: two tablets cannot start the same one twice.
CREATE UNIQUE INDEX job_one_open ON job (vehicle_id) WHERE closed_at IS NULL;

-- The ledger. Nothing here is ever updated or deleted; a strike is an entry of its own.
CREATE TABLE entry (
  id          uuid PRIMARY KEY,
  seq         bigint GENERATED ALWAYS AS IDENTITY UNIQUE,
  job_id      uuid NOT NULL REFERENCES job (id),
  kind        text NOT NULL,
  body        jsonb NOT NULL,
  by_person   text NOT NULL REFERENCES person (id),
  at          timestamptz NOT NULL,
  received_at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX entry_job ON entry (job_id, seq);

CREATE FUNCTION entry_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the ledger is append-only';
END $$;
CREATE TRIGGER entry_append_only BEFORE UPDATE OR DELETE ON entry
  FOR EACH ROW EXECUTE FUNCTION entry_is_append_only();

-- What is searched or charted is also written here, in the entry's own transaction.
CREATE TABLE reading (
  entry_id    uuid PRIMARY KEY REFERENCES entry (id),
  job_id      uuid NOT NULL REFERENCES job (id),
  joint       text NOT NULL,
  phase       text NOT NULL CHECK (phase IN ('before', 'after')),
  play_mm     double precision NOT NULL CHECK (play_mm >= 0),
  gauge_id    text NOT NULL REFERENCES gauge (id),
  struck      boolean NOT NULL DEFAULT false
);
CREATE INDEX reading_job ON reading (job_id, joint);

CREATE TABLE torque_record (
  entry_id    uuid PRIMARY KEY REFERENCES entry (id),
  job_id      uuid NOT NULL REFERENCES job (id),
  fastener    text NOT NULL,
  target_nm   double precision,
  achieved_nm double precision,
  method      text NOT NULL,
  struck      boolean NOT NULL DEFAULT false
);
CREATE INDEX torque_record_job ON torque_record (job_id);

CREATE TABLE recheck (
  entry_id uuid PRIMARY KEY REFERENCES entry (id),
  job_id   uuid NOT NULL REFERENCES job (id),
  what     text NOT NULL,
  at_km    double precision NOT NULL,
  on_date  date NOT NULL,
  done_by  uuid REFERENCES entry (id),
  struck   boolean NOT NULL DEFAULT false
);
CREATE INDEX recheck_due ON recheck (on_date) WHERE done_by IS NULL AND NOT struck;

CREATE TABLE photo (
  id         uuid PRIMARY KEY,
  job_id     uuid NOT NULL REFERENCES job (id),
  mime       text NOT NULL CHECK (mime IN ('image/jpeg', 'image/png')),
  bytes      bytea NOT NULL CHECK (octet_length(bytes) <= 10 * 1024 * 1024),
  taken_by   text NOT NULL REFERENCES person (id),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX photo_job ON photo (job_id);
