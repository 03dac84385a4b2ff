-- A round can be taken again: it is kept and does not count.
ALTER TABLE run_decision DROP CONSTRAINT run_decision_decision_check;
ALTER TABLE run_decision
  ADD CONSTRAINT run_decision_decision_check CHECK (decision IN ('leave', 'adjust', 'repair', 'repeat'));

-- Until putting back has begun, “leave” can still become “adjust”: a further row, and the last one holds.
ALTER TABLE run_decision ADD COLUMN turn int NOT NULL DEFAULT 0 CHECK (turn >= 0);
ALTER TABLE run_decision DROP CONSTRAINT run_decision_pkey;
ALTER TABLE run_decision ADD PRIMARY KEY (run_id, round, turn);

-- A point can be marked as gone past without the figure that was reached.
ALTER TABLE overshoot ALTER COLUMN applied DROP NOT NULL;

-- Work that is interrupted, and gone on with. The last row says which.
CREATE TABLE run_pause (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL REFERENCES run,
  kind text NOT NULL CHECK (kind IN ('paused', 'resumed')),
  words text CHECK (length(words) BETWEEN 1 AND 500),
  at timestamptz NOT NULL,
  person_id uuid NOT NULL REFERENCES person
);
CREATE INDEX run_pause_by_run ON run_pause (run_id, at);
CREATE TRIGGER run_pause_only_on_open_run BEFORE INSERT ON run_pause
  FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_run();
CREATE TRIGGER run_pause_append_only BEFORE UPDATE OR DELETE ON run_pause
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER run_pause_no_truncate BEFORE TRUNCATE ON run_pause
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Who has a run open, where they are in it, and what they have typed and not sent. No part of any record.
CREATE TABLE run_presence (
  run_id uuid NOT NULL REFERENCES run,
  person_id uuid NOT NULL REFERENCES person,
  place text NOT NULL CHECK (length(place) <= 80),
  draft jsonb NOT NULL CHECK (jsonb_typeof(draft) = 'object'),
  seen_at timestamptz NOT NULL,
  PRIMARY KEY (run_id, person_id)
);
