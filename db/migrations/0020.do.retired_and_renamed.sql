-- An instrument is taken out of the register and put back, or given another tag; its history stays with it.
CREATE TABLE instrument_standing (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  is_retired boolean NOT NULL,
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  said_at timestamptz NOT NULL,
  said_by uuid NOT NULL REFERENCES person
);
CREATE INDEX instrument_standing_newest ON instrument_standing (instrument_id, said_at DESC, id);

CREATE TABLE instrument_renamed (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  tag_before text NOT NULL CHECK (length(tag_before) BETWEEN 1 AND 40),
  tag_after text NOT NULL CHECK (length(tag_after) BETWEEN 1 AND 40),
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  renamed_at timestamptz NOT NULL,
  renamed_by uuid NOT NULL REFERENCES person,
  CHECK (tag_before <> tag_after)
);
CREATE INDEX instrument_renamed_by_tag ON instrument_renamed (tag_before, renamed_at DESC);
CREATE INDEX instrument_renamed_by_instrument ON instrument_renamed (instrument_id, renamed_at DESC);

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['instrument_standing', 'instrument_renamed'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
