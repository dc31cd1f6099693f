-- Whom a vehicle belongs to and how they are reached: kept apart from the vehicle, and deleted when they ask for it.
CREATE TABLE customer (
  id         uuid PRIMARY KEY,
  name       text NOT NULL,
  telephone  text NOT NULL DEFAULT '',
  email      text NOT NULL DEFAULT '',
  address    text NOT NULL DEFAULT '',
  -- The language they speak, and how they want to be told.
  language   text NOT NULL DEFAULT '',
  tell       text NOT NULL,
  note       text NOT NULL DEFAULT '',
  changed_at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX customer_name ON customer (lower(name));
ALTER TABLE vehicle ADD COLUMN customer_id uuid REFERENCES customer (id) ON DELETE SET NULL;
CREATE INDEX vehicle_customer ON vehicle (customer_id) WHERE customer_id IS NOT NULL;
