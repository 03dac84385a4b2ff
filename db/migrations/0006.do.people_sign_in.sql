-- People sign in. A hash is argon2id in PHC text; without one nobody can sign in as that person.
ALTER TABLE person
  ADD COLUMN password_hash text CHECK (password_hash LIKE '$argon2id$%'),
  ADD COLUMN is_administrator boolean NOT NULL DEFAULT false,
  ADD COLUMN is_demo boolean NOT NULL DEFAULT false;

-- Failed and successful sign-ins: what the rate limit counts.
CREATE TABLE sign_in_attempt (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (length(name) <= 80),
  succeeded boolean NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX sign_in_attempt_by_name ON sign_in_attempt (lower(name), at);

-- What every process needs and nobody outside may know, such as the key that seals session cookies.
CREATE TABLE server_secret (
  name text PRIMARY KEY,
  value text NOT NULL CHECK (length(value) >= 32)
);

-- A reviewer's answer to a sealed record. The record itself stays as it was sealed.
CREATE TABLE review (
  id uuid PRIMARY KEY,
  sequence bigint NOT NULL REFERENCES seal,
  record_hash text NOT NULL,
  outcome text NOT NULL CHECK (outcome IN ('reviewed', 'returned')),
  person_id uuid NOT NULL REFERENCES person,
  person_name text NOT NULL,
  remark text CHECK (length(remark) BETWEEN 1 AND 1000),
  signed_at timestamptz NOT NULL,
  CHECK (outcome = 'reviewed' OR remark IS NOT NULL)
);
CREATE INDEX review_by_sequence ON review (sequence);
-- Once reviewed it is reviewed; it can be returned as often as there is something to say.
CREATE UNIQUE INDEX review_once ON review (sequence) WHERE outcome = 'reviewed';

-- An amendment is a record of its own that names the one it amends.
ALTER TABLE seal ADD COLUMN amends bigint REFERENCES seal;
CREATE INDEX seal_by_amended ON seal (amends);

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['sign_in_attempt', 'review'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
