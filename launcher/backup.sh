#!/usr/bin/env bash
# Everything that Kinetarch stores, to a file and back: backup.sh backup FILE | restore FILE | holds
# The database is that of KINETARCH_DB_URL, KINETARCH_DB_USER and KINETARCH_DB_PASSWORD, as for the server.
set -euo pipefail
PG_BIN="$(find /usr/lib/postgresql -mindepth 2 -maxdepth 2 -name bin 2>/dev/null | sort -V | tail -1)"
[ -n "$PG_BIN" ] && [ -x "$PG_BIN/pg_dump" ] || { echo "pg_dump is missing. Install it: apt-get install -y postgresql-client" >&2; exit 1; }
DATABASE="${KINETARCH_DB_URL#jdbc:}"
export PGUSER="${KINETARCH_DB_USER:-kinetarch}" PGPASSWORD="${KINETARCH_DB_PASSWORD:-}"

psql_() { "$PG_BIN/psql" -X -q -v ON_ERROR_STOP=1 -d "$DATABASE" "$@"; }

case "${1:-}" in
  backup)
    # Written beside and renamed last: a file of that name is whole.
    "$PG_BIN/pg_dump" -d "$DATABASE" --format=custom --no-owner --no-privileges --schema=public -f "$2.part"
    mv "$2.part" "$2"
    ;;
  restore)
    # One transaction: what was there is there still if the file turns out to be none.
    script=$(mktemp)
    trap 'rm -f "$script"' EXIT
    "$PG_BIN/pg_restore" --no-owner --no-privileges -f "$script" "$2"
    psql_ --single-transaction -c 'drop schema public cascade' -f "$script" >/dev/null
    ;;
  holds) [ "$(psql_ -tAc "select to_regclass('public.account') is not null")" = t ] ;;
  *) echo "usage: $0 backup FILE | restore FILE | holds" >&2; exit 2 ;;
esac
