-- Sheets of cards that were printed for the camera: each its own number, which is coded in its cards. What its ruler line of
-- 100 mm was found to be is measured once, with a caliper of the register.
CREATE TABLE card_sheet (
  id           uuid PRIMARY KEY,
  number       int NOT NULL CHECK (number BETWEEN 1 AND 62),
  paper        text NOT NULL CHECK (paper IN ('A4', 'Letter')),
  made_by      text NOT NULL REFERENCES person (id),
  made_at      timestamptz NOT NULL DEFAULT clock_timestamp(),
  ruler_mm     double precision CHECK (ruler_mm BETWEEN 90 AND 110),
  ruler_u_mm   double precision CHECK (ruler_u_mm BETWEEN 0 AND 5),
  ruler_gauge  text REFERENCES gauge (id),
  ruler_by     text REFERENCES person (id),
  ruler_at     timestamptz,
  -- Put away: its number may be printed again, on other paper.
  gone_at      timestamptz,
  gone_by      text REFERENCES person (id),
  CHECK ((ruler_mm IS NULL) = (ruler_by IS NULL) AND (ruler_mm IS NULL) = (ruler_u_mm IS NULL))
);
CREATE UNIQUE INDEX card_sheet_number ON card_sheet (number) WHERE gone_at IS NULL;
