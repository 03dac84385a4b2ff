-- A host may be looked at by a voltmeter alone, and is judged by a limit of its own.
ALTER TABLE loop_check
  ALTER COLUMN host_value DROP NOT NULL,
  ADD COLUMN limit_percent numeric CHECK (limit_percent > 0),
  ADD CHECK (host_value IS NOT NULL OR sense_volts IS NOT NULL);

-- Volts at the terminals of the transmitter at a current: a supply that is too low is found before it is calibrated.
CREATE TABLE terminal_check (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  milliamp numeric NOT NULL CHECK (milliamp BETWEEN 0 AND 60),
  volts numeric NOT NULL CHECK (volts BETWEEN 0 AND 100),
  checked_at timestamptz NOT NULL,
  checked_by uuid NOT NULL REFERENCES person
);
CREATE INDEX terminal_check_by_run ON terminal_check (run_id);
CREATE TRIGGER terminal_check_only_on_open_run BEFORE INSERT ON terminal_check
  FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_run();
CREATE TRIGGER terminal_check_append_only BEFORE UPDATE OR DELETE ON terminal_check
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER terminal_check_no_truncate BEFORE TRUNCATE ON terminal_check
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
