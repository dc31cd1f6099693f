-- Which variant of its type a vehicle is: as it was entered, and as it was found at a job since.
ALTER TABLE vehicle ADD COLUMN variant text;
CREATE TABLE variant (
  entry_id uuid PRIMARY KEY REFERENCES entry (id),
  job_id   uuid NOT NULL REFERENCES job (id),
  name     text NOT NULL,
  struck   boolean NOT NULL DEFAULT false
);
CREATE INDEX variant_job ON variant (job_id);
