-- What the catalogue is narrowed by before core ranks it; read out of the whole part, so that they never differ.
ALTER TABLE part ADD COLUMN length_mm double precision GENERATED ALWAYS AS ((spec ->> 'lengthMm')::double precision) STORED;
ALTER TABLE part ADD COLUMN bore_mm double precision GENERATED ALWAYS AS ((spec ->> 'boreMm')::double precision) STORED;
ALTER TABLE part ADD COLUMN upper_thread text GENERATED ALWAYS AS (spec #>> '{upper,thread}') STORED;
ALTER TABLE part ADD COLUMN lower_thread text GENERATED ALWAYS AS (spec #>> '{lower,thread}') STORED;
ALTER TABLE part ADD COLUMN sided text GENERATED ALWAYS AS (spec ->> 'sided') STORED;
DROP INDEX part_kind;
CREATE INDEX part_kind_length ON part (kind, length_mm);
CREATE INDEX part_kind_bore ON part (kind, bore_mm);
