-- What is worth knowing at an instrument the next time: words, and photos of the place.
CREATE TABLE instrument_note (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  words text NOT NULL CHECK (length(words) BETWEEN 1 AND 1000),
  -- JPEG or PNG, made small in the browser.
  photo bytea CHECK (octet_length(photo) <= 200000),
  noted_at timestamptz NOT NULL,
  noted_by uuid NOT NULL REFERENCES person
);
CREATE INDEX instrument_note_by_instrument ON instrument_note (instrument_id, noted_at DESC);
CREATE TRIGGER instrument_note_append_only BEFORE UPDATE OR DELETE ON instrument_note
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER instrument_note_no_truncate BEFORE TRUNCATE ON instrument_note
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
