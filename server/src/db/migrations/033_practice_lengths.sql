-- Practice of two lengths, what the strip led to, and what a teacher sets and says.
ALTER TABLE practice_ask
  -- The next line asked for it: what it led to is never held against anybody.
  ADD COLUMN led boolean NOT NULL DEFAULT false;

ALTER TABLE exercise
  -- From the customer to the verdict, and no further.
  ADD COLUMN diagnosis_only boolean NOT NULL DEFAULT false,
  ADD COLUMN due_on date;

ALTER TABLE practice
  -- What a lead wrote beside the review.
  ADD COLUMN comment text NOT NULL DEFAULT '',
  ADD COLUMN comment_by text REFERENCES person (id),
  ADD COLUMN comment_at timestamptz,
  ADD CHECK ((comment = '') = (comment_by IS NULL) AND (comment_by IS NULL) = (comment_at IS NULL));
