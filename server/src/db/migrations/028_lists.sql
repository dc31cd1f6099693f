-- A list brought along from elsewhere: read, matched by a person, tried, taken in as a whole, and taken back if it was the wrong one.
CREATE TABLE list_import (
  id        uuid PRIMARY KEY,
  list      text NOT NULL,
  name      text NOT NULL,
  sheet     text NOT NULL DEFAULT '',
  heads     text[] NOT NULL,
  -- Its lines until it is taken in; from then on those that were left out, which are set aside and shown.
  rows      jsonb NOT NULL,
  lines     integer NOT NULL,
  -- What of the file is what of ours, as a person said.
  match     jsonb NOT NULL,
  by_person text NOT NULL REFERENCES person (id),
  at        timestamptz NOT NULL DEFAULT clock_timestamp(),
  taken_at  timestamptz,
  left_at   timestamptz,
  undone_at timestamptz,
  undone_by text REFERENCES person (id),
  added     integer NOT NULL DEFAULT 0,
  changed   integer NOT NULL DEFAULT 0
);
CREATE INDEX list_import_at ON list_import (at DESC);

-- What it added, and what it changed, as that had been.
CREATE TABLE list_row (
  import_id uuid NOT NULL REFERENCES list_import (id),
  n         integer NOT NULL,
  of        text NOT NULL,
  ref       text NOT NULL,
  name      text NOT NULL,
  before    jsonb,
  -- Taken back with its list.
  back      boolean NOT NULL DEFAULT false,
  PRIMARY KEY (import_id, n)
);
CREATE INDEX list_row_ref ON list_row (of, ref);

-- Columns matched once are remembered for the next list with the same head.
CREATE TABLE list_match (
  list  text NOT NULL,
  heads text[] NOT NULL,
  match jsonb NOT NULL,
  PRIMARY KEY (list, heads)
);

-- Lists of parts that were taken in until now: what they added was stored in the same moment.
INSERT INTO list_import (id, list, name, heads, rows, lines, match, by_person, at, taken_at, added, changed)
SELECT md5('catalogue ' || id)::uuid, 'parts', name, '{}', '[]', added + changed, '{"columns": {}, "words": {}}', by_person, at, at, added, changed FROM catalogue_import;
INSERT INTO list_row (import_id, n, of, ref, name, before)
SELECT md5('catalogue ' || x.import)::uuid, row_number() OVER (PARTITION BY x.import ORDER BY x.ref), 'part', x.ref, p.name, x.spec
  FROM (SELECT w.import_id AS import, w.part_id AS ref, w.spec FROM part_was w
        UNION ALL SELECT i.id, p.id, NULL FROM catalogue_import i JOIN part p ON p.added_at = i.at AND p.added_by = i.by_person) AS x
  JOIN part p ON p.id = x.ref;
DROP TABLE part_was;
DROP TABLE catalogue_import;
