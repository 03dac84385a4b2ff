-- Gravity where the site stands, for heads, liquid columns and masses, m/s² as typed; empty where nobody has said.
-- Up to which share of the error limit U may come, that simple acceptance says anything.
ALTER TABLE site
  ADD COLUMN local_gravity text NOT NULL DEFAULT '',
  ADD COLUMN largest_uncertainty text NOT NULL DEFAULT '1' CHECK (largest_uncertainty IN ('1', '1/2', '1/3', '1/4'));
-- Ambient temperature as the work ended, °C as typed; none where nobody read it.
ALTER TABLE signature ADD COLUMN ambient_end_celsius text;
