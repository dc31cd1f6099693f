-- A device is known for as long as what it wrote is: its session ends, its row stays.
ALTER TABLE session
  ADD COLUMN id           uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE,
  ADD COLUMN opened_by    text REFERENCES person (id),
  ADD COLUMN last_seen_at timestamptz NOT NULL DEFAULT now(),
  ADD COLUMN ended_at     timestamptz,
  ADD COLUMN ended_by     text REFERENCES person (id);
DROP INDEX session_expires;
CREATE INDEX session_open ON session (bay) WHERE ended_at IS NULL;
ALTER TABLE session_person ADD COLUMN tapped_at timestamptz NOT NULL DEFAULT now();

-- Which device an entry came from and where it stood; what its own clock said where the server's time was taken instead.
-- Nobody knows that of entries from before.
ALTER TABLE entry
  ADD COLUMN device    uuid REFERENCES session (id),
  ADD COLUMN bay       text,
  ADD COLUMN device_at timestamptz;

-- PINs tried and wrong, by who tried: a signed-in device, an address without one, or all addresses together.
-- A stranger who guesses locks himself out, and nobody who is signed in.
CREATE TABLE pin_try (
  person_id    text NOT NULL REFERENCES person (id),
  source       text NOT NULL,
  failed       integer NOT NULL CHECK (failed >= 0),
  locked_until timestamptz,
  tried_at     timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (person_id, source)
);
ALTER TABLE person DROP COLUMN failed, DROP COLUMN locked_until;
-- A name that was given up may be somebody else's later.
ALTER TABLE person DROP CONSTRAINT person_name_key;
CREATE UNIQUE INDEX person_name ON person (lower(name)) WHERE active;

-- Who changed what beside the ledger, and who tried. Nothing here is changed or deleted.
CREATE TABLE audit (
  id        bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at        timestamptz NOT NULL DEFAULT clock_timestamp(),
  what      text NOT NULL,
  by_person text REFERENCES person (id),
  device    uuid REFERENCES session (id),
  address   text NOT NULL DEFAULT '',
  -- What it was done to, and how: a person's id, a gauge's, the rules before and after.
  about     jsonb NOT NULL DEFAULT '{}'
);
CREATE FUNCTION audit_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the audit log is append-only';
END $$;
CREATE TRIGGER audit_append_only BEFORE UPDATE OR DELETE ON audit
  FOR EACH ROW EXECUTE FUNCTION audit_is_append_only();

-- The code that makes an empty shop's lead, once: only its hash, until it was used.
CREATE TABLE first_run (
  only_row  boolean PRIMARY KEY DEFAULT true CHECK (only_row),
  code_hash text NOT NULL,
  tries     integer NOT NULL DEFAULT 0
);

-- An id sent again must be the same bytes.
ALTER TABLE attachment ADD COLUMN digest bytea GENERATED ALWAYS AS (sha256(bytes)) STORED;
-- What a job and a device have stored today is counted against their limits.
ALTER TABLE attachment ADD COLUMN size integer GENERATED ALWAYS AS (octet_length(bytes)) STORED;
CREATE INDEX attachment_made ON attachment (created_at);
