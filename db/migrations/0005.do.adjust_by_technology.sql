-- How long a point of an adjustment was held before it was taken.
ALTER TABLE adjustment ADD COLUMN held_seconds int CHECK (held_seconds BETWEEN 0 AND 86400);
