-- A reference is a device with ranges or modules. What is known of it is kept version by version, its certificates one by
-- one, and where it is answer by answer: nothing of it is overwritten, so that it can be read as it stood on any day.
CREATE TABLE reference (
  id uuid PRIMARY KEY,
  code text NOT NULL UNIQUE CHECK (length(code) BETWEEN 1 AND 20)
);

-- Ids of ranges, so that nothing names one that does not exist.
CREATE TABLE reference_range (
  id uuid PRIMARY KEY,
  reference_id uuid NOT NULL REFERENCES reference
);
CREATE INDEX reference_range_by_reference ON reference_range (reference_id);

CREATE TABLE reference_version (
  reference_id uuid NOT NULL REFERENCES reference,
  version int NOT NULL CHECK (version > 0),
  -- Shape in schema/reference.ts.
  facts jsonb NOT NULL CHECK (jsonb_typeof(facts) = 'object' AND jsonb_array_length(facts -> 'ranges') > 0),
  changed_at timestamptz NOT NULL,
  -- Null where it was brought over from before versions were kept.
  changed_by uuid REFERENCES person,
  reason text NOT NULL CHECK (length(reason) <= 500),
  PRIMARY KEY (reference_id, version)
);

CREATE TABLE reference_whereabouts (
  id uuid PRIMARY KEY,
  reference_id uuid NOT NULL REFERENCES reference,
  state text NOT NULL CHECK (state IN ('in-use', 'quarantined', 'laboratory', 'retired')),
  holder text CHECK (length(holder) BETWEEN 1 AND 80),
  until date,
  reason text NOT NULL CHECK (length(reason) <= 500),
  said_at timestamptz NOT NULL,
  said_by uuid NOT NULL REFERENCES person,
  -- What is wanted back is in somebody's hands.
  CHECK (until IS NULL OR holder IS NOT NULL OR state = 'laboratory')
);
CREATE INDEX reference_whereabouts_newest ON reference_whereabouts (reference_id, said_at DESC, id);

CREATE TABLE reference_certificate (
  id uuid PRIMARY KEY,
  reference_id uuid NOT NULL REFERENCES reference,
  number text NOT NULL CHECK (length(number) BETWEEN 1 AND 60),
  laboratory text NOT NULL CHECK (length(laboratory) <= 120),
  accreditation text NOT NULL CHECK (length(accreditation) <= 80),
  calibrated_on date NOT NULL,
  due_on date NOT NULL,
  -- What it says of each range; shape in schema/reference.ts.
  ranges jsonb NOT NULL CHECK (jsonb_typeof(ranges) = 'array'),
  -- The record of our own that it was made from.
  record_sequence bigint REFERENCES seal (sequence),
  -- The one it was entered in the place of, because that was typed wrongly, and why.
  supersedes uuid UNIQUE REFERENCES reference_certificate,
  reason text CHECK (length(reason) BETWEEN 1 AND 500),
  entered_at timestamptz NOT NULL,
  entered_by uuid REFERENCES person,
  CHECK (calibrated_on < due_on),
  CHECK ((supersedes IS NULL) = (reason IS NULL))
);
CREATE INDEX reference_certificate_by_reference ON reference_certificate (reference_id, calibrated_on DESC);

-- The document of a certificate as it came, beside it.
CREATE TABLE reference_document (
  certificate_id uuid PRIMARY KEY REFERENCES reference_certificate,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  media_type text NOT NULL CHECK (media_type IN ('application/pdf', 'application/xml')),
  content bytea NOT NULL CHECK (length(content) BETWEEN 1 AND 10485760),
  attached_at timestamptz NOT NULL,
  attached_by uuid NOT NULL REFERENCES person
);

-- What was a reference until now becomes a device of one range with one certificate; its id stays that of the range.
INSERT INTO reference (id, code) SELECT id, code FROM standard;
INSERT INTO reference_range (id, reference_id) SELECT id, id FROM standard;
INSERT INTO reference_version (reference_id, version, facts, changed_at, changed_by, reason)
SELECT id, 1,
       jsonb_build_object(
         'kind', CASE
           WHEN quantity = 'electrical' THEN 'meter'
           WHEN principle = 'dial' THEN 'test-gauge'
           WHEN principle = 'liquid-column' THEN 'manometer'
           WHEN principle IN ('dead-weight', 'gauge-glass') THEN principle
           ELSE 'indicator'
         END,
         'description', description, 'maker', '', 'model', '',
         'serialNumber', coalesce(knowledge ->> 'serialNumber', ''),
         'location', '', 'media', '[]'::jsonb, 'warmUpMinutes', NULL, 'runsOnBattery', false,
         'channels', coalesce((knowledge ->> 'channels')::int, 1),
         'ranges', jsonb_build_array(jsonb_build_object(
           'id', id, 'mark', '', 'serialNumber', '', 'quantity', quantity, 'pressureKind', pressure_kind, 'unit', unit,
           'rangeLow', range_low, 'rangeHigh', range_high, 'overRange', NULL, 'resolution', resolution,
           'accuracy', accuracy,
           'knownBy', CASE WHEN knowledge ? 'certified' THEN 'certificate' ELSE 'accuracy' END,
           'driftFrom', 'declared', 'driftPerYear', knowledge -> 'driftPerYear', 'temperature', knowledge -> 'temperature',
           'isRemoved', false
         ))
       ),
       now(), NULL, 'brought over'
  FROM standard;
INSERT INTO reference_certificate
  (id, reference_id, number, laboratory, accreditation, calibrated_on, due_on, ranges, entered_at)
SELECT gen_random_uuid(), id, certificate, coalesce(knowledge ->> 'laboratory', ''), '', calibrated_on, due_on,
       jsonb_build_array(jsonb_build_object(
         'rangeId', id,
         'coverageFactor', coalesce((knowledge #>> '{certified,coverageFactor}')::numeric, 2),
         'uncertainty', knowledge #> '{certified,uncertainty}',
         'points', '[]'::jsonb, 'found', '[]'::jsonb
       )),
       now()
  FROM standard;
DROP TABLE standard;

-- Everything of it is added to and never changed.
DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['reference', 'reference_range', 'reference_version', 'reference_whereabouts',
                              'reference_certificate', 'reference_document'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
