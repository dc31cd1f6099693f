CREATE TABLE vehicle_type (
  id   uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  spec jsonb NOT NULL
);

CREATE TABLE vehicle (
  id          uuid PRIMARY KEY,
  plate       text NOT NULL,
  -- Plates are compared without spaces and in capitals.
  plate_key   text NOT NULL UNIQUE,
  vin         text,
  type_id     uuid NOT NULL REFERENCES vehicle_type (id),
  year        integer NOT NULL CHECK (year BETWEEN 1950 AND 2100),
  distance_km double precision NOT NULL CHECK (distance_km >= 0),
  km_per_day  double precision NOT NULL DEFAULT 30 CHECK (km_per_day >= 0),
  owner       text NOT NULL DEFAULT ''
);
CREATE INDEX vehicle_vin ON vehicle (vin);
CREATE INDEX vehicle_type_id ON vehicle (type_id);
