CREATE TABLE part (
  id             text PRIMARY KEY,
  kind           text NOT NULL,
  name           text NOT NULL,
  grade          text NOT NULL,
  supplier       text NOT NULL,
  price_minor    integer NOT NULL CHECK (price_minor >= 0),
  currency       char(3) NOT NULL,
  stock          integer NOT NULL CHECK (stock >= 0),
  delivery_hours double precision NOT NULL CHECK (delivery_hours >= 0),
  -- The whole part as contract/ describes it; the columns above are what is filtered and sorted.
  spec           jsonb NOT NULL
);
CREATE INDEX part_kind ON part (kind);

CREATE TABLE part_fit (
  part_id text NOT NULL REFERENCES part (id) ON DELETE CASCADE,
  type_id uuid NOT NULL REFERENCES vehicle_type (id),
  axle    text NOT NULL CHECK (axle IN ('front', 'rear')),
  PRIMARY KEY (part_id, type_id, axle)
);
CREATE INDEX part_fit_type ON part_fit (type_id, axle);
