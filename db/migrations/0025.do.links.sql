-- Devices that can be read over a network: which reference or instrument each is, and where it answers.
CREATE TABLE device (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind text NOT NULL CHECK (kind IN ('source', 'meter', 'transmitter')),
  address text NOT NULL CHECK (length(address) <= 60),
  -- Of a meter that reads several loops one after the other; of a gateway the station behind it.
  channel int CHECK (channel BETWEEN 1 AND 247),
  reference_id uuid REFERENCES reference,
  instrument_id uuid REFERENCES instrument,
  -- Started and addressed by `npm start` in the place of a real one.
  is_stand_in boolean NOT NULL,
  entered_at timestamptz NOT NULL,
  entered_by uuid NOT NULL REFERENCES person,
  retired_at timestamptz,
  CHECK (CASE kind WHEN 'transmitter' THEN instrument_id IS NOT NULL AND reference_id IS NULL
                   ELSE reference_id IS NOT NULL AND instrument_id IS NULL END)
);
CREATE INDEX device_by_reference ON device (reference_id) WHERE retired_at IS NULL;
CREATE INDEX device_by_instrument ON device (instrument_id) WHERE retired_at IS NULL;

-- Devices in the hands of one run, or of several at one manifold, for as long as it is open. Who works it (`worker`, a
-- process) says so every moment; another takes it over where that one has gone.
CREATE TABLE link_session (
  id uuid PRIMARY KEY,
  source_id uuid NOT NULL REFERENCES device,
  begun_at timestamptz NOT NULL,
  begun_by uuid NOT NULL REFERENCES person,
  ended_at timestamptz,
  worker uuid,
  beat_at timestamptz,
  -- How a run that takes its own readings goes about it; null where the devices are only read.
  automatic jsonb
);
CREATE INDEX link_session_open ON link_session (begun_at) WHERE ended_at IS NULL;

CREATE TABLE link_member (
  session_id uuid NOT NULL REFERENCES link_session,
  run_id uuid NOT NULL REFERENCES run,
  position int NOT NULL,
  meter_id uuid REFERENCES device,
  transmitter_id uuid REFERENCES device,
  PRIMARY KEY (session_id, run_id)
);
CREATE INDEX link_member_by_run ON link_member (run_id);

-- One owner at a time: a device, or a run, is in one session that is open.
CREATE TABLE link_claim (
  claimed uuid PRIMARY KEY,
  session_id uuid NOT NULL REFERENCES link_session
);
CREATE INDEX link_claim_by_session ON link_claim (session_id);

-- What people want of a session, in its order, and what came of it.
CREATE TABLE link_order (
  id uuid PRIMARY KEY,
  place bigint GENERATED ALWAYS AS IDENTITY,
  session_id uuid NOT NULL REFERENCES link_session,
  run_id uuid NOT NULL REFERENCES run,
  act jsonb NOT NULL,
  ordered_at timestamptz NOT NULL,
  ordered_by uuid NOT NULL REFERENCES person,
  done_at timestamptz,
  answer jsonb
);
CREATE INDEX link_order_waiting ON link_order (session_id, place) WHERE done_at IS NULL;

-- Everything that went to a device or came from it.
CREATE TABLE link_line (
  session_id uuid NOT NULL REFERENCES link_session,
  place bigint GENERATED ALWAYS AS IDENTITY,
  device_id uuid NOT NULL REFERENCES device,
  at timestamptz NOT NULL,
  is_sent boolean NOT NULL,
  text text NOT NULL CHECK (length(text) <= 4096),
  PRIMARY KEY (session_id, place)
);
CREATE TRIGGER link_line_append_only BEFORE UPDATE OR DELETE ON link_line
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER link_line_no_truncate BEFORE TRUNCATE ON link_line
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- How a session stands this moment, for every screen that shows it. No record: it may be lost with the server.
CREATE UNLOGGED TABLE link_live (
  session_id uuid PRIMARY KEY,
  at timestamptz NOT NULL,
  shown jsonb NOT NULL
);

-- How a reading was taken, where not typed; shape in schema/recordedRun.ts.
ALTER TABLE reading ADD COLUMN taking jsonb CHECK (jsonb_typeof(taking) = 'object');
