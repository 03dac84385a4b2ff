-- A digital transmitter is read three ways at each point: PV (its pressure), AO (the current it believes it sends) and
-- the meter. Null where the plan does not ask for them. Digits as typed, as everywhere.
ALTER TABLE reading
  ADD COLUMN pv numeric,
  ADD COLUMN ao numeric,
  ADD CONSTRAINT reading_pv_and_ao_together CHECK ((pv IS NULL) = (ao IS NULL));
