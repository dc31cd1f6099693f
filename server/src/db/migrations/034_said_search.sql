-- A job is found by what its customer said: in their words, and by what was ticked of it.
ALTER TABLE said ADD COLUMN search text NOT NULL DEFAULT '';
UPDATE said s SET search = lower(concat_ws(' ', nullif(s.words, ''), t.ticked))
  FROM entry e, LATERAL (
    SELECT string_agg(w.word, ' ' ORDER BY f.place, w.place) AS ticked
      -- The first shape called handling "drives"; the second had no weather, the third no sounds to point at.
      FROM (VALUES ('character', 1, 1), ('like', 2, 4), ('where', 3, 1), ('when', 4, 1), ('handling', 5, 1), ('conditions', 6, 3)) AS f(field, place, since),
           jsonb_array_elements_text(coalesce(e.body->(CASE WHEN f.field = 'handling' AND e.version = 1 THEN 'drives' ELSE f.field END), '[]'))
             WITH ORDINALITY AS w(word, place)
     WHERE e.version >= f.since) t
 WHERE e.id = s.entry_id AND s.kind = 'complaint';
CREATE INDEX said_search_trgm ON said USING gin (search gin_trgm_ops) WHERE kind = 'complaint' AND NOT struck;
