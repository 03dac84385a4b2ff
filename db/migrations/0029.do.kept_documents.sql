-- A certificate is kept as it was issued, found by its own hash: a copy in two years is the same to the last byte.
CREATE TABLE kept_document (
  sha256 text PRIMARY KEY CHECK (sha256 = encode(sha256(content), 'hex')),
  media_type text NOT NULL CHECK (media_type = 'application/pdf'),
  content bytea NOT NULL,
  kept_at timestamptz NOT NULL
);

-- What was issued of a record, by what it was drawn from: a review, an amendment or another paper makes a further one.
CREATE TABLE certificate_copy (
  sequence bigint NOT NULL REFERENCES seal,
  source_sha256 text NOT NULL CHECK (source_sha256 ~ '^[0-9a-f]{64}$'),
  sha256 text NOT NULL REFERENCES kept_document,
  issued_at timestamptz NOT NULL,
  PRIMARY KEY (sequence, source_sha256)
);

DO $$
DECLARE
  name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['kept_document', 'certificate_copy'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
                   name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()',
                   name || '_no_truncate', name);
  END LOOP;
END $$;
SELECT cover_by_ledger('kept_document', 'sha256', 'content'), cover_by_ledger('certificate_copy', 'sequence,source_sha256', '');
