-- What went on that changes how the vehicle is put together: another kind of link, another bar. The next visit reads it. Null:
-- not worked out yet; the server does so after it starts, with the lesson.
ALTER TABLE lesson ADD COLUMN fitted jsonb;
CREATE INDEX lesson_fitted_missing ON lesson (job_id) WHERE fitted IS NULL;
CREATE INDEX lesson_fitted ON lesson (vehicle_id, closed_at) WHERE jsonb_array_length(fitted) > 0;
