-- What a source is owed until it has confirmed it, so that neither a restart nor a change of hands forgets it.
ALTER TABLE link_session ADD COLUMN owes text CHECK (owes IN ('vent', 'hold'));
-- A number that grows at each change of hands: who was stopped and wakes again knows by it that the session is another’s.
ALTER TABLE link_session ADD COLUMN fence int NOT NULL DEFAULT 0 CHECK (fence >= 0);
-- The process of the worker: late under load it does not open its own session a second time.
ALTER TABLE link_session ADD COLUMN worker_process uuid;
-- Sessions that were worked when this was applied are taken anew.
UPDATE link_session SET worker = NULL;

-- One owner of a physical device, whatever it was entered as: where it answers, and which channel of it (0 for the whole).
CREATE TABLE link_address_claim (
  address text NOT NULL,
  channel int NOT NULL,
  session_id uuid NOT NULL REFERENCES link_session,
  PRIMARY KEY (address, channel)
);
CREATE INDEX link_address_claim_by_session ON link_address_claim (session_id);
