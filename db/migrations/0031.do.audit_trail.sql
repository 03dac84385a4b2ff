-- The audit trail is read from its newest line on, and by what did not go as planned.
CREATE INDEX event_by_time ON event (at DESC, id DESC);
CREATE INDEX reading_that_corrects ON reading (supersedes) WHERE supersedes IS NOT NULL;
CREATE INDEX sign_in_failed ON sign_in_attempt (at DESC) WHERE NOT succeeded;
