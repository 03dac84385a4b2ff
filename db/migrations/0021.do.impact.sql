-- A reference that comes back out of its accuracy throws doubt on what was calibrated with it. Which runs those are, and
-- what was made of their points, is kept beside them, so that tens of thousands can be judged again in seconds.

-- The references a run was begun with or was given on the way, by their ranges.
CREATE TABLE run_reference (
  range_id uuid NOT NULL,
  begun_at timestamptz NOT NULL, -- of the work
  run_id uuid NOT NULL REFERENCES run,
  PRIMARY KEY (range_id, begun_at, run_id)
);

CREATE FUNCTION keep_run_references(of_run uuid, at timestamptz, world jsonb) RETURNS void LANGUAGE sql AS $$
  INSERT INTO run_reference (range_id, begun_at, run_id)
  SELECT DISTINCT (reference ->> 'id')::uuid, at, of_run
    FROM (SELECT world -> 'inputReference' AS reference
          UNION ALL SELECT world -> 'outputReference'
          UNION ALL SELECT jsonb_array_elements(coalesce(world -> 'furtherReferences', '[]'))) AS named
   WHERE reference ? 'id'
  ON CONFLICT DO NOTHING
$$;

CREATE FUNCTION keep_references_of_run() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM keep_run_references(NEW.id, coalesce(NEW.work_begun_at, NEW.started_at), NEW.world);
  RETURN NULL;
END $$;
CREATE TRIGGER run_keeps_references AFTER INSERT ON run FOR EACH ROW EXECUTE FUNCTION keep_references_of_run();

CREATE FUNCTION keep_exchanged_reference() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO run_reference (range_id, begun_at, run_id)
  SELECT (NEW.standard ->> 'id')::uuid, coalesce(work_begun_at, started_at), id FROM run WHERE id = NEW.run_id
  ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER reference_exchange_keeps_reference AFTER INSERT ON reference_exchange
  FOR EACH ROW EXECUTE FUNCTION keep_exchanged_reference();

SELECT keep_run_references(id, coalesce(work_begun_at, started_at), world) FROM run;
INSERT INTO run_reference (range_id, begun_at, run_id)
SELECT (standard ->> 'id')::uuid, coalesce(work_begun_at, started_at), run.id
  FROM reference_exchange JOIN run ON run.id = run_id
ON CONFLICT DO NOTHING;

-- What the record says of each point, in the order of its points. % of output span; U and u null where none is stated.
CREATE TABLE sealed_round (
  sequence bigint NOT NULL REFERENCES seal,
  round int NOT NULL,
  verdict text NOT NULL,
  errors double precision[] NOT NULL,
  limits double precision[] NOT NULL,
  expanded double precision[],
  standard double precision[],
  PRIMARY KEY (sequence, round)
);

CREATE FUNCTION keep_sealed_rounds(of_sequence bigint, record jsonb) RETURNS void LANGUAGE sql AS $$
  INSERT INTO sealed_round (sequence, round, verdict, errors, limits, expanded, standard)
  SELECT of_sequence, (result ->> 'round')::int, result ->> 'verdict', read.errors, read.limits,
         CASE WHEN array_position(read.expanded, NULL) IS NULL THEN read.expanded END,
         CASE WHEN array_position(read.standard, NULL) IS NULL THEN read.standard END
    FROM jsonb_array_elements(record -> 'results') AS result,
         LATERAL (SELECT array_agg((point ->> 'errorPercentSpan')::double precision ORDER BY place) AS errors,
                         array_agg((point ->> 'limitPercentSpan')::double precision ORDER BY place) AS limits,
                         array_agg((point ->> 'expandedUncertaintyPercentSpan')::double precision ORDER BY place) AS expanded,
                         array_agg((point #>> '{budget,combinedStandardUncertainty}')::double precision ORDER BY place) AS standard
                    FROM jsonb_array_elements(result -> 'points') WITH ORDINALITY AS points (point, place)) AS read
   WHERE read.errors IS NOT NULL
$$;

CREATE FUNCTION keep_rounds_of_seal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM keep_sealed_rounds(NEW.sequence, NEW.record::jsonb);
  RETURN NULL;
END $$;
CREATE TRIGGER seal_keeps_rounds AFTER INSERT ON seal FOR EACH ROW EXECUTE FUNCTION keep_rounds_of_seal();

SELECT keep_sealed_rounds(sequence, record::jsonb) FROM seal;

-- What was found of records after they were sealed: a chain of its own beside theirs, which stays as it is. A finding is
-- undone by a further one, never taken away.
CREATE TABLE finding (
  sequence bigint PRIMARY KEY CHECK (sequence > 0),
  id uuid NOT NULL UNIQUE,
  range_id uuid NOT NULL REFERENCES reference_range,
  previous_hash text NOT NULL CHECK (previous_hash ~ '^[0-9a-f]{64}$'),
  hash text NOT NULL UNIQUE CHECK (hash ~ '^[0-9a-f]{64}$'),
  record text NOT NULL, -- canonical JSON, exactly the bytes that were hashed
  undoes bigint UNIQUE REFERENCES finding,
  found_at timestamptz NOT NULL,
  found_by uuid NOT NULL REFERENCES person
);
CREATE TABLE finding_on_record (
  finding bigint NOT NULL REFERENCES finding,
  sequence bigint NOT NULL REFERENCES seal,
  change text NOT NULL,
  PRIMARY KEY (sequence, finding)
);

-- An instrument is to be calibrated before its time.
CREATE TABLE follow_up (
  id uuid PRIMARY KEY,
  instrument_id uuid NOT NULL REFERENCES instrument,
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 500),
  wanted_at timestamptz NOT NULL,
  wanted_by uuid NOT NULL REFERENCES person
);
CREATE INDEX follow_up_newest ON follow_up (instrument_id, wanted_at DESC);

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['run_reference', 'sealed_round', 'finding', 'finding_on_record', 'follow_up'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
