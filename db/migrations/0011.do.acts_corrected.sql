-- Trims of the sensor are seen in PV. An act that was recorded wrongly is superseded by another, with why; both stay.
ALTER TABLE adjustment
  ADD COLUMN before_pv numeric,
  ADD COLUMN after_pv numeric,
  ADD COLUMN supersedes uuid UNIQUE REFERENCES adjustment,
  ADD COLUMN reason text CHECK (length(reason) BETWEEN 1 AND 500),
  -- The superseded act was never done.
  ADD COLUMN is_withdrawn boolean NOT NULL DEFAULT false CHECK (NOT is_withdrawn OR supersedes IS NOT NULL),
  ADD CHECK (supersedes IS NULL OR reason IS NOT NULL);
