-- When an instrument was calibrated before it was registered here, and when it was then due: from a list, never a record.
CREATE TABLE calibration_before (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  calibrated_on date NOT NULL,
  due_on date,
  certificate text NOT NULL CHECK (length(certificate) <= 60),
  -- As found and as left by point, where they are known; shape in schema/importedRows.ts.
  points jsonb NOT NULL CHECK (jsonb_typeof(points) = 'array'),
  -- The file it came from.
  source text NOT NULL CHECK (length(source) <= 200),
  noted_at timestamptz NOT NULL,
  noted_by uuid NOT NULL REFERENCES person,
  CHECK (due_on > calibrated_on)
);
CREATE INDEX calibration_before_newest ON calibration_before (instrument_id, calibrated_on DESC);
CREATE TRIGGER calibration_before_append_only BEFORE UPDATE OR DELETE ON calibration_before
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER calibration_before_no_truncate BEFORE TRUNCATE ON calibration_before
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
