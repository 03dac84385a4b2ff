-- Gravity where the site stands, for heads, liquid columns and masses, m/s² as typed; empty where nobody has said.
ALTER TABLE site ADD COLUMN local_gravity text NOT NULL DEFAULT '';
