-- A dead-weight tester is read by the masses on its piston; the pressure is computed from them.
ALTER TABLE reading ADD COLUMN masses_kg numeric CHECK (masses_kg >= 0);
