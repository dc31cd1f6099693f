-- The shop, its people and the devices that are signed in.
CREATE TABLE shop (
  only_row  boolean PRIMARY KEY DEFAULT true CHECK (only_row),
  name      text NOT NULL,
  notice    text NOT NULL DEFAULT '',
  bays      text[] NOT NULL DEFAULT '{}',
  rules     jsonb NOT NULL
);

CREATE TABLE gauge (
  id            text PRIMARY KEY,
  name          text NOT NULL,
  resolution_mm double precision NOT NULL CHECK (resolution_mm > 0),
  scatter_mm    double precision NOT NULL CHECK (scatter_mm >= 0),
  degrees       integer NOT NULL CHECK (degrees >= 1)
);

CREATE TABLE person (
  id           text PRIMARY KEY,
  name         text NOT NULL UNIQUE,
  role         text NOT NULL CHECK (role IN ('technician', 'lead', 'writer', 'learner')),
  pin_hash     text NOT NULL,
  active       boolean NOT NULL DEFAULT true,
  failed       integer NOT NULL DEFAULT 0,
  locked_until timestamptz
);

-- A bay's tablet signs in once and stays; only a hash of its cookie is kept.
CREATE TABLE session (
  token_hash       bytea PRIMARY KEY,
  bay              text NOT NULL,
  person_id        text REFERENCES person (id),
  confirmed_person text REFERENCES person (id),
  confirmed_until  timestamptz,
  created_at       timestamptz NOT NULL DEFAULT now(),
  expires_at       timestamptz NOT NULL
);
CREATE INDEX session_expires ON session (expires_at);
