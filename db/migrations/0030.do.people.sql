-- Who is signed in where. A browser holds a secret of which only the hash is kept, so a copy of the database opens nothing.
CREATE TABLE session (
  token_sha256 text PRIMARY KEY CHECK (token_sha256 ~ '^[0-9a-f]{64}$'),
  person_id uuid NOT NULL REFERENCES person,
  begun_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  ended_at timestamptz
);
CREATE INDEX session_by_person ON session (person_id) WHERE ended_at IS NULL;
-- Cookies were sealed with it; they are mere secrets now.
DROP TABLE server_secret;

-- Somebody who has left signs in no more; what they signed stays theirs.
ALTER TABLE person ADD COLUMN deactivated_at timestamptz;

-- A code that an administrator hands over, good for one new password.
CREATE TABLE reset_code (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  code_sha256 text NOT NULL UNIQUE CHECK (code_sha256 ~ '^[0-9a-f]{64}$'),
  -- Null where it was made by a command on the machine.
  made_by uuid REFERENCES person,
  expires_at timestamptz NOT NULL,
  used_at timestamptz
);
CREATE INDEX reset_code_by_person ON reset_code (person_id) WHERE used_at IS NULL;

-- A second factor, where somebody set one up (RFC 6238).
CREATE TABLE second_factor (
  person_id uuid PRIMARY KEY REFERENCES person,
  secret text NOT NULL CHECK (secret ~ '^[A-Z2-7]{16,}$'),
  -- Null until the first code was right.
  confirmed_at timestamptz,
  -- The last interval a code was taken of: no code is taken twice.
  last_counter bigint NOT NULL DEFAULT 0
);

-- From where somebody tried to sign in.
ALTER TABLE sign_in_attempt ADD COLUMN address text CHECK (length(address) <= 64);
