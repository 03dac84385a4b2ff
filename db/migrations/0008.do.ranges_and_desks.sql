-- What a body can do beyond its limits: largest span, link positions, reverse action, the capsule in it and what fits it.
ALTER TABLE instrument_configuration
  ADD COLUMN body jsonb CHECK (body IS NULL OR jsonb_typeof(body) = 'object'),
  -- The host takes the square root, so the instrument must not.
  ADD COLUMN host_root boolean NOT NULL DEFAULT false;

-- Capsules kept in stock, by the family of bodies they fit. The count is the one thing that changes.
CREATE TABLE capsule (
  id uuid PRIMARY KEY,
  code text NOT NULL UNIQUE CHECK (length(code) BETWEEN 1 AND 40),
  family text NOT NULL CHECK (length(family) BETWEEN 1 AND 60),
  description text NOT NULL CHECK (length(description) <= 200),
  unit text NOT NULL,
  lrl numeric NOT NULL,
  url numeric NOT NULL,
  min_span numeric NOT NULL CHECK (min_span > 0),
  max_span numeric CHECK (max_span >= min_span),
  links jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(links) = 'array'),
  allows_reverse boolean NOT NULL,
  kept int NOT NULL CHECK (kept BETWEEN 0 AND 10000),
  CHECK (lrl < url)
);
CREATE INDEX capsule_by_family ON capsule (family);

-- What a desk was set up with, saved with the instrument; the newest of a desk is the one that reopens.
CREATE TABLE desk_set_up (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  desk text NOT NULL CHECK (desk IN ('range', 'vessel', 'flow', 'loop')),
  set_up jsonb NOT NULL CHECK (jsonb_typeof(set_up) = 'object'),
  saved_at timestamptz NOT NULL,
  saved_by uuid NOT NULL REFERENCES person
);
CREATE INDEX desk_set_up_newest ON desk_set_up (instrument_id, desk, saved_at DESC);

-- A range that was changed: from which version to which, what it took, and who, when and why.
CREATE TABLE range_change (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  from_configuration uuid NOT NULL REFERENCES instrument_configuration,
  to_configuration uuid NOT NULL UNIQUE REFERENCES instrument_configuration,
  verdict text NOT NULL CHECK (verdict IN ('unchanged', 're-range', 'link', 'capsule')),
  source text NOT NULL CHECK (source IN ('typed', 'vessel', 'flow')),
  -- Link moved, capsule put in, torque and the manual it is from, items of the loop that change with it.
  detail jsonb NOT NULL CHECK (jsonb_typeof(detail) = 'object'),
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  changed_at timestamptz NOT NULL,
  changed_by uuid NOT NULL REFERENCES person
);
CREATE INDEX range_change_by_instrument ON range_change (instrument_id, changed_at DESC);

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['desk_set_up', 'range_change'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
