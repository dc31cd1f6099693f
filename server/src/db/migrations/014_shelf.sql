-- The nearest of a kind, and the cheapest of what is on the shelf where no size is known, each without sorting a catalogue.
DROP INDEX part_kind_length;
CREATE INDEX part_kind_length ON part (kind, length_mm, upper_thread, lower_thread);
CREATE INDEX part_kind_price ON part (kind, (stock = 0), price_minor, id);

-- When a part is here may be something nobody said.
ALTER TABLE part ALTER COLUMN delivery_hours DROP NOT NULL;

-- What is on the shelf: as it was counted last, and what left it after that.
ALTER TABLE stock_move ADD COLUMN at timestamptz;
UPDATE stock_move m SET at = e.at FROM entry e WHERE e.id = m.entry_id;
ALTER TABLE stock_move ALTER COLUMN at SET NOT NULL;
CREATE TABLE shelf_count (
  id        bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  part_id   text NOT NULL REFERENCES part (id),
  counted   integer NOT NULL CHECK (counted >= 0),
  -- What the program thought was there.
  thought   integer NOT NULL,
  by_person text NOT NULL REFERENCES person (id),
  at        timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX shelf_count_part ON shelf_count (part_id, at DESC);
-- Who wrote a part down, and when; and: so many or fewer on the shelf, and it is to be ordered.
ALTER TABLE part ADD COLUMN added_by text REFERENCES person (id);
ALTER TABLE part ADD COLUMN added_at timestamptz;
ALTER TABLE part ADD COLUMN reorder_at integer CHECK (reorder_at >= 0);

-- A list that was taken in, by whom, and what each part it changed had been: nothing is erased.
CREATE TABLE catalogue_import (
  id        bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name      text NOT NULL,
  added     integer NOT NULL,
  changed   integer NOT NULL,
  by_person text NOT NULL REFERENCES person (id),
  at        timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE part_was (
  import_id bigint NOT NULL REFERENCES catalogue_import (id),
  part_id   text NOT NULL REFERENCES part (id),
  spec      jsonb NOT NULL,
  PRIMARY KEY (import_id, part_id)
);

-- What a simulated supplier's delivery note says was sent.
ALTER TABLE simulated_order ADD COLUMN sent jsonb NOT NULL DEFAULT '[]';
