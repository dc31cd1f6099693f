-- Keys of other programs: what they reach, until when, who answers for them. Only the key's hash is stored.
CREATE TABLE token (
  id         uuid PRIMARY KEY,
  token_hash bytea NOT NULL UNIQUE,
  name       text NOT NULL,
  scopes     text[] NOT NULL CHECK (cardinality(scopes) > 0),
  made_by    text NOT NULL REFERENCES person (id),
  made_at    timestamptz NOT NULL DEFAULT clock_timestamp(),
  ends_at    timestamptz NOT NULL,
  used_at    timestamptz,
  ended_at   timestamptz,
  ended_by   text REFERENCES person (id)
);

-- By which program a booking was made, changed or called off; none where a person did it here.
ALTER TABLE booking ADD COLUMN token_id uuid REFERENCES token (id), ADD COLUMN gone_token uuid REFERENCES token (id);
ALTER TABLE booking_was ADD COLUMN token_id uuid REFERENCES token (id);

-- What happened, for other programs to follow. A row is told when every transaction before its own has ended: an order by
-- the transaction's number, since one that began earlier may commit later. (Numbers are of the whole PostgreSQL: a long one of another database there holds them up, and loses none.) Of this database alone: no backup holds it.
CREATE TABLE event (
  xid   xid8 NOT NULL DEFAULT pg_current_xact_id(),
  id    bigint GENERATED ALWAYS AS IDENTITY,
  at    timestamptz NOT NULL DEFAULT clock_timestamp(),
  of    text NOT NULL,
  what  text NOT NULL,
  ref   uuid NOT NULL,
  lines jsonb NOT NULL DEFAULT '[]',
  PRIMARY KEY (xid, id)
);
CREATE INDEX event_at ON event (at);
-- Which log this is, so that a cursor of another database is not taken for one of this; and up to where it was cleared.
CREATE TABLE event_log (
  only_row boolean PRIMARY KEY DEFAULT true CHECK (only_row),
  id       text NOT NULL DEFAULT substr(md5(gen_random_uuid()::text), 1, 8),
  cleared  xid8 NOT NULL DEFAULT '0'
);
INSERT INTO event_log DEFAULT VALUES;
