-- What is asked for by its run, or by what it is about, is found without reading every other.
CREATE INDEX adjustment_by_run ON adjustment (run_id);
CREATE INDEX overshoot_by_run ON overshoot (run_id);
CREATE INDEX event_by_subject ON event (subject_id);

-- A code of our own: what comes after a seal or an abandon is told as that, and not as a fault.
CREATE OR REPLACE FUNCTION refuse_on_closed_run() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  run_status text;
BEGIN
  SELECT status INTO run_status FROM run WHERE id = NEW.run_id FOR SHARE;
  IF run_status <> 'open' THEN
    RAISE EXCEPTION 'run % is %: % on % refused', NEW.run_id, run_status, TG_OP, TG_TABLE_NAME
      USING ERRCODE = 'BY001', HINT = 'record an amendment instead';
  END IF;
  RETURN NEW;
END $$;
