-- The picture at the head of the shop's papers: apart from the shop, which is read with every session.
CREATE TABLE logo (
  only_row  boolean PRIMARY KEY DEFAULT true CHECK (only_row),
  bytes     bytea NOT NULL,
  type      text NOT NULL,
  by_person text NOT NULL REFERENCES person (id),
  at        timestamptz NOT NULL DEFAULT clock_timestamp()
);
