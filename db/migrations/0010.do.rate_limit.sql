-- How often something was tried of late, kept by rate-limiter-flexible: one row a key, forgotten once it has expired.
CREATE TABLE rate_limit (
  key varchar(255) PRIMARY KEY,
  points integer NOT NULL DEFAULT 0,
  expire bigint
);
