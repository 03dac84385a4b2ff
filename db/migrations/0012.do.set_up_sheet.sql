-- The set-up sheet is a desk of its own, saved while it is worked on.
ALTER TABLE desk_set_up DROP CONSTRAINT desk_set_up_desk_check;
ALTER TABLE desk_set_up ADD CONSTRAINT desk_set_up_desk_check CHECK (desk IN ('range', 'vessel', 'flow', 'loop', 'set-up'));

-- A set-up as it was keyed in: each value as it was, as it is, and as it was read back.
CREATE TABLE set_up_sheet (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  to_configuration uuid NOT NULL UNIQUE REFERENCES instrument_configuration,
  items jsonb NOT NULL CHECK (jsonb_typeof(items) = 'array'),
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  done_at timestamptz NOT NULL,
  done_by uuid NOT NULL REFERENCES person
);
CREATE INDEX set_up_sheet_by_instrument ON set_up_sheet (instrument_id, done_at DESC);
CREATE TRIGGER set_up_sheet_append_only BEFORE UPDATE OR DELETE ON set_up_sheet
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER set_up_sheet_no_truncate BEFORE TRUNCATE ON set_up_sheet
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
