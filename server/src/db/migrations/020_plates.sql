-- Plates of any script are compared by their letters and digits, not by their Latin ones alone.
UPDATE vehicle SET plate_key = upper(regexp_replace(normalize(plate, NFKC), '[^[:alnum:]]', '', 'g')) WHERE plate ~ '[^ -~]';
