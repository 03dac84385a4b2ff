#!/bin/sh
# Run once by the database's container: the application's own login, which may not change what was recorded.
set -eu
psql -v ON_ERROR_STOP=1 -v password="$BARYS_APPLICATION_PASSWORD" -U "$POSTGRES_USER" -d "$POSTGRES_DB" <<'SQL'
CREATE ROLE barys_app LOGIN PASSWORD :'password';
SQL
