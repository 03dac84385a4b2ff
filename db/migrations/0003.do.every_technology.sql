-- What a register must know to check instruments of every technology: the transfer, in what the points are given, how
-- the instrument is connected, and what its display shows. The defaults are what every earlier version meant.
ALTER TABLE instrument_configuration
  ADD COLUMN transfer jsonb NOT NULL DEFAULT '{"kind": "linear"}' CHECK (jsonb_typeof(transfer) = 'object'),
  ADD COLUMN point_scale text NOT NULL DEFAULT 'input' CHECK (point_scale IN ('input', 'output', 'value')),
  ADD COLUMN hook_up text NOT NULL DEFAULT 'direct',
  ADD COLUMN display_scale jsonb CHECK (display_scale IS NULL OR jsonb_typeof(display_scale) = 'object');

-- How a reference is read: a liquid column has rules of its own.
ALTER TABLE standard
  ADD COLUMN principle text NOT NULL DEFAULT 'indicator'
    CHECK (principle IN ('indicator', 'dial', 'liquid-column', 'dead-weight'));

-- Several cycles of the same points; the instrument's own display beside its output; how long a point was held.
ALTER TABLE run_step ADD COLUMN cycle int NOT NULL DEFAULT 1 CHECK (cycle > 0);
ALTER TABLE reading
  ADD COLUMN display numeric,
  ADD COLUMN held_seconds int CHECK (held_seconds BETWEEN 0 AND 86400);
-- A later round may have fewer points, with the reason.
ALTER TABLE run_round ADD COLUMN plan_reason text CHECK (length(plan_reason) BETWEEN 1 AND 500);

-- A point that was gone past: kept, and approached again. Append-only as readings are.
CREATE TABLE overshoot (
  id uuid PRIMARY KEY,
  run_id uuid NOT NULL,
  step_id uuid NOT NULL,
  applied numeric NOT NULL,
  noted_at timestamptz NOT NULL,
  noted_by uuid NOT NULL REFERENCES person,
  FOREIGN KEY (step_id, run_id) REFERENCES run_step (id, run_id)
);
CREATE TRIGGER overshoot_only_on_open_run BEFORE INSERT ON overshoot
  FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_run();
CREATE TRIGGER overshoot_append_only BEFORE UPDATE OR DELETE ON overshoot
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER overshoot_no_truncate BEFORE TRUNCATE ON overshoot
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- In what the largest errors of a record are listed.
ALTER TABLE seal ADD COLUMN error_basis text NOT NULL DEFAULT 'span' CHECK (error_basis IN ('span', 'reading'));
