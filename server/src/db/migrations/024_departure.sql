-- How a vehicle left: what was dangerous then and stayed in, and what would hold it today. Null: not worked out yet; the
-- server does so after it starts, with the lesson.
ALTER TABLE lesson ADD COLUMN left_with text[], ADD COLUMN held text[];
-- A lead has looked at what would hold it today.
ALTER TABLE lesson ADD COLUMN held_seen_by text REFERENCES person (id), ADD COLUMN held_seen_at timestamptz;
CREATE INDEX lesson_held ON lesson (closed_at) WHERE cardinality(held) > 0 AND held_seen_at IS NULL;
CREATE INDEX lesson_departure ON lesson (job_id) WHERE left_with IS NULL;
