-- What sisters of a job's vehicle had had when it was closed, kept with its lesson: it never changes after, and is not to be
-- looked up among ten years of lessons whenever an old sheet is opened. Those of before are looked up until they are rebuilt.
ALTER TABLE lesson ADD COLUMN sisters jsonb;
