-- Practice: played at the simulated rig, kept apart from everything that is real. No run, no seal, no register refers to it.
CREATE TABLE practice_job (
  id uuid PRIMARY KEY,
  title text NOT NULL CHECK (length(title) BETWEEN 1 AND 80),
  complaint text NOT NULL CHECK (length(complaint) BETWEEN 1 AND 300),
  level int NOT NULL CHECK (level BETWEEN 1 AND 5),
  set_up text NOT NULL CHECK (length(set_up) <= 40),
  fault text NOT NULL CHECK (length(fault) <= 40),
  severity_least double precision NOT NULL CHECK (severity_least >= 0),
  severity_most double precision NOT NULL CHECK (severity_most BETWEEN severity_least AND 1),
  made_at timestamptz NOT NULL,
  made_by uuid NOT NULL REFERENCES person
);

CREATE TABLE practice_attempt (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  -- One of those that ship, by its name, or one of practice_job.
  job_id text NOT NULL CHECK (length(job_id) <= 40),
  -- The job as it was then, the seed and every act: it can be played again.
  job jsonb NOT NULL,
  seed int NOT NULL CHECK (seed >= 0),
  log jsonb NOT NULL CHECK (jsonb_typeof(log) = 'array'),
  judgement jsonb NOT NULL,
  score int NOT NULL CHECK (score BETWEEN 0 AND 100),
  finished_at timestamptz NOT NULL
);
CREATE INDEX practice_attempt_by_person ON practice_attempt (person_id, finished_at);
CREATE TRIGGER practice_attempt_append_only BEFORE UPDATE OR DELETE ON practice_attempt
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER practice_attempt_no_truncate BEFORE TRUNCATE ON practice_attempt
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER practice_job_append_only BEFORE UPDATE OR DELETE ON practice_job
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER practice_job_no_truncate BEFORE TRUNCATE ON practice_job
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
