-- The first slice: people, instruments with versioned configurations, references, runs, seals, audit events.
-- Rules that SQL can carry live here; rules that need the core (limits at every point, verdicts) live in src/core.

CREATE TABLE person (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  initials text NOT NULL CHECK (length(initials) BETWEEN 1 AND 4),
  role text NOT NULL CHECK (role IN ('technician', 'reviewer', 'planner', 'reader'))
);

CREATE TABLE instrument (
  id uuid PRIMARY KEY,
  tag text NOT NULL UNIQUE CHECK (length(tag) BETWEEN 1 AND 40),
  registered_at timestamptz NOT NULL,
  registered_by uuid NOT NULL REFERENCES person
);

-- Append-only: an edit is a new version, and old runs keep theirs.
CREATE TABLE instrument_configuration (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  version int NOT NULL CHECK (version > 0),
  description text NOT NULL CHECK (length(description) <= 200),
  area text NOT NULL CHECK (length(area) BETWEEN 1 AND 80),
  kind text NOT NULL,
  pressure_kind text NOT NULL CHECK (pressure_kind IN ('gauge', 'absolute', 'differential')),
  unit text NOT NULL,
  lrl numeric NOT NULL,
  url numeric NOT NULL,
  min_span numeric NOT NULL CHECK (min_span > 0),
  lrv numeric NOT NULL,
  urv numeric NOT NULL,
  signal text NOT NULL,
  error_limit jsonb NOT NULL CHECK (jsonb_typeof(error_limit) = 'object'),
  adjust_limit jsonb CHECK (adjust_limit IS NULL OR jsonb_typeof(adjust_limit) = 'object'),
  interval_months int NOT NULL CHECK (interval_months BETWEEN 1 AND 120),
  test_points jsonb NOT NULL CHECK (jsonb_typeof(test_points) = 'array'),
  point_order text NOT NULL CHECK (point_order IN ('up-down', 'up')),
  created_at timestamptz NOT NULL,
  created_by uuid NOT NULL REFERENCES person,
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  UNIQUE (instrument_id, version),
  CHECK (lrl < url),
  CHECK (lrv <> urv),
  CHECK (least(lrv, urv) >= lrl AND greatest(lrv, urv) <= url),
  CHECK (abs(urv - lrv) >= min_span)
);

CREATE TABLE standard (
  id uuid PRIMARY KEY,
  code text NOT NULL UNIQUE CHECK (length(code) BETWEEN 1 AND 20),
  description text NOT NULL,
  quantity text NOT NULL CHECK (quantity IN ('pressure', 'electrical')),
  pressure_kind text CHECK (pressure_kind IN ('gauge', 'absolute', 'differential')),
  unit text NOT NULL,
  range_low numeric NOT NULL,
  range_high numeric NOT NULL,
  accuracy jsonb NOT NULL,
  resolution numeric NOT NULL CHECK (resolution > 0),
  certificate text NOT NULL,
  calibrated_on date NOT NULL,
  due_on date NOT NULL,
  CHECK (range_low < range_high),
  CHECK ((quantity = 'pressure') = (pressure_kind IS NOT NULL))
);

CREATE TABLE run (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  configuration_id uuid NOT NULL REFERENCES instrument_configuration,
  status text NOT NULL CHECK (status IN ('open', 'sealed', 'abandoned')),
  -- Snapshot of everything the run is judged by: configuration, plan, references, environment, rule, software.
  world jsonb NOT NULL CHECK (jsonb_typeof(world) = 'object'),
  started_at timestamptz NOT NULL,
  started_by uuid NOT NULL REFERENCES person,
  closed_at timestamptz,
  close_reason text
);
CREATE UNIQUE INDEX run_one_open_per_instrument ON run (instrument_id) WHERE status = 'open';
CREATE INDEX run_by_instrument ON run (instrument_id, started_at);

CREATE TABLE run_round (
  run_id uuid NOT NULL REFERENCES run,
  round int NOT NULL CHECK (round >= 0), -- 0 is as found, later ones as left
  opened_at timestamptz NOT NULL,
  opened_by uuid NOT NULL REFERENCES person,
  PRIMARY KEY (run_id, round)
);

CREATE TABLE run_step (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL,
  round int NOT NULL,
  position int NOT NULL CHECK (position >= 0),
  percent numeric NOT NULL,
  direction text NOT NULL CHECK (direction IN ('rising', 'falling')),
  UNIQUE (run_id, round, position),
  UNIQUE (id, run_id),
  FOREIGN KEY (run_id, round) REFERENCES run_round
);

-- Append-only. A correction is a new row that names the one it supersedes; each row is superseded at most once, so
-- the readings of a step form one line from the first typed to the one that holds.
CREATE TABLE reading (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL,
  step_id uuid NOT NULL,
  applied numeric NOT NULL, -- numeric keeps the digits typed: they are the resolution
  output numeric NOT NULL,
  taken_at timestamptz NOT NULL,
  taken_by uuid NOT NULL REFERENCES person,
  supersedes uuid UNIQUE,
  reason text CHECK (length(reason) BETWEEN 1 AND 500),
  UNIQUE (id, step_id),
  FOREIGN KEY (step_id, run_id) REFERENCES run_step (id, run_id),
  FOREIGN KEY (supersedes, step_id) REFERENCES reading (id, step_id),
  CHECK ((supersedes IS NULL) = (reason IS NULL))
);
CREATE UNIQUE INDEX reading_one_original_per_step ON reading (step_id) WHERE supersedes IS NULL;
CREATE INDEX reading_by_run ON reading (run_id);

CREATE TABLE adjustment (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL,
  after_round int NOT NULL,
  kind text NOT NULL,
  words text NOT NULL CHECK (length(words) <= 500),
  applied numeric,
  before_output numeric,
  after_output numeric,
  done_at timestamptz NOT NULL,
  done_by uuid NOT NULL REFERENCES person,
  FOREIGN KEY (run_id, after_round) REFERENCES run_round
);

CREATE TABLE run_decision (
  run_id uuid NOT NULL,
  round int NOT NULL,
  decision text NOT NULL CHECK (decision IN ('leave', 'adjust', 'repair')),
  reason text CHECK (length(reason) BETWEEN 1 AND 500),
  decided_at timestamptz NOT NULL,
  decided_by uuid NOT NULL REFERENCES person,
  PRIMARY KEY (run_id, round),
  FOREIGN KEY (run_id, round) REFERENCES run_round
);

CREATE TABLE signature (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  person_id uuid NOT NULL REFERENCES person,
  person_name text NOT NULL,
  meaning text NOT NULL CHECK (meaning IN ('performed')),
  remark text CHECK (length(remark) <= 1000),
  signed_at timestamptz NOT NULL,
  UNIQUE (run_id, meaning)
);

CREATE TABLE seal (
  sequence bigint PRIMARY KEY CHECK (sequence > 0),
  run_id uuid NOT NULL UNIQUE REFERENCES run,
  previous_hash text NOT NULL CHECK (previous_hash ~ '^[0-9a-f]{64}$'),
  hash text NOT NULL UNIQUE CHECK (hash ~ '^[0-9a-f]{64}$'),
  record text NOT NULL, -- canonical JSON, exactly the bytes that were hashed
  sealed_at timestamptz NOT NULL,
  -- What lists show, so that no list has to read every record. The record itself is what counts.
  as_found text NOT NULL CHECK (as_found IN ('inside', 'inside-look', 'outside')),
  as_left text NOT NULL CHECK (as_left IN ('inside', 'inside-look', 'outside')),
  as_found_error_percent numeric NOT NULL,
  as_left_error_percent numeric NOT NULL,
  share_of_limit numeric NOT NULL
);

CREATE TABLE event (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  person_id uuid REFERENCES person,
  kind text NOT NULL,
  subject_id uuid,
  detail jsonb NOT NULL DEFAULT '{}'
);

-- Refusals --------------------------------------------------------------------------------------------------------

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% of % refused: rows are only ever added', TG_OP, TG_TABLE_NAME
    USING ERRCODE = 'integrity_constraint_violation', HINT = 'record a correction or a new version instead';
END $$;

-- Nothing joins, leaves or changes a run that is sealed or abandoned.
CREATE FUNCTION refuse_on_closed_run() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  run_status text;
BEGIN
  SELECT status INTO run_status FROM run WHERE id = NEW.run_id FOR SHARE;
  IF run_status <> 'open' THEN
    RAISE EXCEPTION 'run % is %: % on % refused', NEW.run_id, run_status, TG_OP, TG_TABLE_NAME
      USING ERRCODE = 'integrity_constraint_violation', HINT = 'record an amendment instead';
  END IF;
  RETURN NEW;
END $$;

CREATE FUNCTION refuse_unless_closing() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR OLD.status <> 'open'
     OR (NEW.id, NEW.instrument_id, NEW.configuration_id, NEW.world, NEW.started_at, NEW.started_by)
        IS DISTINCT FROM
        (OLD.id, OLD.instrument_id, OLD.configuration_id, OLD.world, OLD.started_at, OLD.started_by) THEN
    RAISE EXCEPTION '% of run % (%) refused', TG_OP, OLD.id, OLD.status
      USING ERRCODE = 'integrity_constraint_violation', HINT = 'an open run can only be closed, a closed one not at all';
  END IF;
  RETURN NEW;
END $$;

CREATE TRIGGER run_only_closes BEFORE UPDATE OR DELETE ON run FOR EACH ROW EXECUTE FUNCTION refuse_unless_closing();

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['run_round', 'run_step', 'reading', 'adjustment', 'run_decision', 'signature'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON %I FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_run()',
                   name || '_only_on_open_run', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['instrument_configuration', 'run_round', 'run_step', 'reading', 'adjustment',
                              'run_decision', 'signature', 'seal', 'event'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['instrument_configuration', 'run', 'run_round', 'run_step', 'reading', 'adjustment',
                              'run_decision', 'signature', 'seal', 'event'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
