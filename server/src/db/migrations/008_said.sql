-- A distance can be put right on the tape: what a job was opened with stays beside what rules.
ALTER TABLE job ADD COLUMN opened_km double precision;
UPDATE job SET opened_km = distance_km;
ALTER TABLE job ALTER COLUMN opened_km SET NOT NULL;

-- Whose names were tapped on a device: it may speak for them, and for nobody else.
CREATE TABLE session_person (
  token_hash bytea NOT NULL REFERENCES session (token_hash) ON DELETE CASCADE,
  person_id  text NOT NULL REFERENCES person (id),
  PRIMARY KEY (token_hash, person_id)
);
INSERT INTO session_person SELECT token_hash, person_id FROM session WHERE person_id IS NOT NULL;
