-- What the decision rule may say of a record besides inside and outside.
ALTER TABLE seal
  DROP CONSTRAINT seal_as_found_check,
  DROP CONSTRAINT seal_as_left_check,
  ADD CONSTRAINT seal_as_found_check
    CHECK (as_found IN ('inside', 'inside-look', 'not-accepted', 'not-stated', 'outside')),
  ADD CONSTRAINT seal_as_left_check
    CHECK (as_left IN ('inside', 'inside-look', 'not-accepted', 'not-stated', 'outside'));

-- What an instrument is known by beyond its range: nameplate, how finely it is read, its repeatability, whose it is.
ALTER TABLE instrument_configuration
  ADD COLUMN particulars jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(particulars) = 'object');

-- What a reference is known by beyond its accuracy: laboratory, certified uncertainty, drift, temperature, channels.
ALTER TABLE standard
  ADD COLUMN knowledge jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(knowledge) = 'object');

-- Who issues the certificates. The newest row holds; older ones stay, as records name what held then.
CREATE TABLE site (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  address text NOT NULL CHECK (length(address) BETWEEN 1 AND 300),
  method text NOT NULL CHECK (length(method) <= 200),
  set_at timestamptz NOT NULL,
  set_by uuid NOT NULL REFERENCES person
);
CREATE INDEX site_newest ON site (set_at DESC);
CREATE TRIGGER site_append_only BEFORE UPDATE OR DELETE ON site FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER site_no_truncate BEFORE TRUNCATE ON site FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- An amendment keeps when and by whom the work was done; the run of the amendment is begun later, at the desk.
ALTER TABLE run ADD COLUMN work_begun_at timestamptz, ADD COLUMN work_begun_by uuid REFERENCES person;
