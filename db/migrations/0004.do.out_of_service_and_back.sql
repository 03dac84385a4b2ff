-- The steps of taking an instrument out of service and putting it back, each answered once, in order.
CREATE TABLE work_step (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  list text NOT NULL CHECK (list IN ('isolate', 'restore')),
  item text NOT NULL CHECK (length(item) BETWEEN 1 AND 40),
  outcome text NOT NULL CHECK (outcome IN ('done', 'not-applicable')),
  words text CHECK (length(words) BETWEEN 1 AND 1000),
  answered_at timestamptz NOT NULL,
  answered_by uuid NOT NULL REFERENCES person,
  UNIQUE (run_id, list, item),
  CHECK (outcome = 'done' OR words IS NOT NULL)
);

-- What the host shows for a known input. A further one for the same point is a further row; the last one holds.
CREATE TABLE loop_check (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  percent numeric NOT NULL,
  host_value numeric NOT NULL,
  sense_ohms numeric CHECK (sense_ohms > 0),
  sense_volts numeric,
  checked_at timestamptz NOT NULL,
  checked_by uuid NOT NULL REFERENCES person,
  CHECK ((sense_ohms IS NULL) = (sense_volts IS NULL))
);
CREATE INDEX loop_check_by_run ON loop_check (run_id);

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['work_step', 'loop_check'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON %I FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_run()',
                   name || '_only_on_open_run', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
