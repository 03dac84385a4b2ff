-- Every act is entered in one chain: what was added or changed, by which login, in which transaction. Verifying holds it
-- against the rows as they are, so that one that was changed, taken out or slipped in behind the triggers is found.
CREATE TABLE ledger (
  sequence bigint PRIMARY KEY CHECK (sequence > 0),
  at text NOT NULL, -- UTC to the microsecond, exactly the text that was hashed
  relation text NOT NULL,
  key text NOT NULL,
  act text NOT NULL CHECK (act IN ('taken over', 'added', 'changed', 'removed')),
  login text NOT NULL,
  -- Entries of one transaction belong together: a change without an event that tells of it stands out.
  deed text NOT NULL,
  -- The row as jsonb writes it; its large and its secret columns by their hash.
  content text NOT NULL,
  previous_hash text NOT NULL CHECK (previous_hash ~ '^[0-9a-f]{64}$'),
  hash text NOT NULL CHECK (hash ~ '^[0-9a-f]{64}$')
);
CREATE INDEX ledger_by_row ON ledger (relation, key, sequence);
CREATE INDEX ledger_by_deed ON ledger (deed) WHERE relation = 'event';
CREATE TRIGGER ledger_append_only BEFORE UPDATE OR DELETE ON ledger FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER ledger_no_truncate BEFORE TRUNCATE ON ledger FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

CREATE FUNCTION append_to_ledger(relation text, key text, act text, content text) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  last record;
  number bigint;
  moment text := to_char(clock_timestamp() AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"');
  -- With its time: transactions are counted anew where a backup was restored.
  deed text := pg_current_xact_id()::text || ' ' || to_char(transaction_timestamp() AT TIME ZONE 'UTC', 'YYYYMMDDHH24MISSUS');
  previous text;
BEGIN
  -- One after the other, until the transaction ends; taken last of all, so that nobody waits for anything else with it.
  PERFORM pg_advisory_xact_lock(7264005);
  SELECT l.sequence, l.hash INTO last FROM ledger l ORDER BY l.sequence DESC LIMIT 1;
  number := coalesce(last.sequence, 0) + 1;
  previous := coalesce(last.hash, repeat('0', 64));
  INSERT INTO ledger VALUES (number, moment, relation, key, act, session_user, deed, content, previous, encode(sha256(
    convert_to(concat_ws(E'\n', previous, number, moment, relation, key, act, session_user, deed, content), 'UTF8')), 'hex'));
END $$;

-- The key of a row, and the row with its hidden columns as hashes.
CREATE FUNCTION ledger_key(whole jsonb, columns text[]) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT string_agg(whole ->> c, '/' ORDER BY i) FROM unnest(columns) WITH ORDINALITY AS u (c, i)
$$;
CREATE FUNCTION ledger_content(whole jsonb, hidden text[]) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT (whole || coalesce(jsonb_object_agg(c, encode(sha256(convert_to(whole ->> c, 'UTF8')), 'hex'))
                              FILTER (WHERE whole ->> c IS NOT NULL), '{}'))::text
    FROM unnest(hidden) AS u (c)
$$;

-- Arguments: columns of the key and hidden columns, each with commas between. Runs where the transaction ends, with the
-- rights of the owner: the application cannot write the chain itself.
CREATE FUNCTION enter_in_ledger() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
  SET search_path = public SET timezone = 'UTC' SET extra_float_digits = 1 AS $$
DECLARE
  whole jsonb := to_jsonb(CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END);
BEGIN
  PERFORM append_to_ledger(
    TG_TABLE_NAME, ledger_key(whole, string_to_array(TG_ARGV[0], ',')),
    CASE TG_OP WHEN 'INSERT' THEN 'added' WHEN 'UPDATE' THEN 'changed' ELSE 'removed' END,
    ledger_content(whole, string_to_array(TG_ARGV[1], ',')));
  RETURN NULL;
END $$;

-- Covers a table from now on, and takes over what it holds already.
CREATE FUNCTION cover_by_ledger(relation text, key text, hidden text) RETURNS void LANGUAGE plpgsql
  SET timezone = 'UTC' SET extra_float_digits = 1 AS $$
BEGIN
  EXECUTE format(
    'SELECT append_to_ledger(%L, ledger_key(w, string_to_array(%L, '','')), ''taken over'', '
    'ledger_content(w, string_to_array(%L, '',''))) FROM (SELECT to_jsonb(t) AS w FROM %I AS t ORDER BY t) AS rows',
    relation, key, hidden, relation);
  EXECUTE format(
    'CREATE CONSTRAINT TRIGGER %I AFTER INSERT OR UPDATE OR DELETE ON %I DEFERRABLE INITIALLY DEFERRED '
    'FOR EACH ROW EXECUTE FUNCTION enter_in_ledger(%L, %L)', relation || '_in_ledger', relation, key, hidden);
END $$;

-- `sql/ledger.ts` says the same for verifying; a test holds the two together.
SELECT cover_by_ledger(relation, key, hidden) FROM (VALUES
  ('person', 'id', 'password_hash'),
  ('site', 'id', ''),
  ('instrument', 'id', ''),
  ('instrument_configuration', 'id', ''),
  ('instrument_standing', 'id', ''),
  ('instrument_renamed', 'id', ''),
  ('instrument_note', 'id', 'photo'),
  ('calibration_before', 'id', ''),
  ('range_change', 'id', ''),
  ('set_up_sheet', 'id', ''),
  ('reference_version', 'reference_id,version', ''),
  ('reference_certificate', 'id', ''),
  ('reference_document', 'certificate_id', 'content'),
  ('reference_whereabouts', 'id', ''),
  ('run', 'id', 'world'),
  ('reference_exchange', 'id', 'standard'),
  ('run_decision', 'run_id,round,turn', ''),
  ('signature', 'id', ''),
  ('seal', 'sequence', 'record'),
  ('sealed_round', 'sequence,round', ''),
  ('review', 'id', ''),
  ('finding', 'sequence', 'record'),
  ('finding_on_record', 'sequence,finding', ''),
  ('follow_up', 'id', ''),
  ('event', 'id', '')
) AS covered (relation, key, hidden);
