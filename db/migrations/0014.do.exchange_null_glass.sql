-- Another reference takes the place of one of a run; readings keep the one they were taken with.
CREATE TABLE reference_exchange (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  -- The id of the reference it takes the place of, as the run's world or an earlier exchange names it.
  replaces uuid NOT NULL,
  -- The reference as it stood in the register then.
  standard jsonb NOT NULL CHECK (jsonb_typeof(standard) = 'object'),
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  exchanged_at timestamptz NOT NULL,
  exchanged_by uuid NOT NULL REFERENCES person
);
CREATE INDEX reference_exchange_by_run ON reference_exchange (run_id);
CREATE TRIGGER reference_exchange_only_on_open_run BEFORE INSERT ON reference_exchange
  FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_run();
CREATE TRIGGER reference_exchange_append_only BEFORE UPDATE OR DELETE ON reference_exchange
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER reference_exchange_no_truncate BEFORE TRUNCATE ON reference_exchange
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

ALTER TABLE reading
  -- Read by a null instrument: what it was set to and by how much it was off, % of output span; the output is computed.
  ADD COLUMN nominal_percent numeric,
  ADD COLUMN deflection_percent numeric,
  -- The level in a gauge glass, % of it; the difference of pressure is computed.
  ADD COLUMN glass_percent numeric,
  ADD CHECK ((nominal_percent IS NULL) = (deflection_percent IS NULL));

-- The gauge glass of a cold drum is a reference too.
ALTER TABLE standard DROP CONSTRAINT standard_principle_check;
ALTER TABLE standard ADD CONSTRAINT standard_principle_check
  CHECK (principle IN ('indicator', 'dial', 'liquid-column', 'dead-weight', 'gauge-glass'));
