-- A range of a reference is calibrated here as an instrument is, against a higher one: which instrument stands for it.
CREATE TABLE reference_instrument (
  range_id uuid PRIMARY KEY REFERENCES reference_range,
  instrument_id uuid NOT NULL UNIQUE REFERENCES instrument,
  linked_at timestamptz NOT NULL,
  linked_by uuid NOT NULL REFERENCES person
);
CREATE TRIGGER reference_instrument_append_only BEFORE UPDATE OR DELETE ON reference_instrument
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER reference_instrument_no_truncate BEFORE TRUNCATE ON reference_instrument
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
