#!/usr/bin/env bash
# A private PostgreSQL cluster on loopback: postgres.sh start|stop|status|url|password-file|psql ARG…|psql_admin ARG…
# As root it runs as the user "postgres" that Debian's package makes, else as the caller.
set -euo pipefail
PG_HOME="${KINETARCH_PG_HOME:-$(cd "$(dirname "$0")/.." && pwd)/.kinetarch/postgres}"
PG_PORT="${KINETARCH_PG_PORT:-55432}"
PG_USER=kinetarch
PG_DB="${KINETARCH_PG_DB:-kinetarch}"
DATA="$PG_HOME/data"
LOG="$PG_HOME/server.log"
PASSWORD_FILE="$PG_HOME/password"
# Whoever makes databases. Clusters from before had the application's own user for it, which then may do everything.
KEEPER_FILE="$PG_HOME/keeper"
keeper() { cat "$KEEPER_FILE" 2>/dev/null || echo "$PG_USER"; }
PG_BIN="$(find /usr/lib/postgresql -mindepth 2 -maxdepth 2 -name bin 2>/dev/null | sort -V | tail -1)"
[ -n "$PG_BIN" ] && [ -x "$PG_BIN/initdb" ] || { echo "There is no PostgreSQL server here. Install it: apt-get install -y postgresql" >&2; exit 1; }

cd / # the postgres user may not read the caller's directory
as_pg() {
  if [ "$(id -u)" = 0 ]; then
    setpriv --reuid=postgres --regid=postgres --init-groups env HOME=/ LC_ALL=C.UTF-8 "$@"
  else
    env LC_ALL=C.UTF-8 "$@"
  fi
}

# A killed server stays a zombie for some seconds under a slow pid 1; pg_ctl takes a zombie for a live server.
zombie() {
  local pid
  pid=$(as_pg head -1 "$DATA/postmaster.pid" 2>/dev/null) || return 1
  case "$(ps -o stat= -p "$pid" 2>/dev/null)" in Z*) return 0 ;; esac
  return 1
}
running() { ! zombie && as_pg "$PG_BIN/pg_ctl" -D "$DATA" status >/dev/null 2>&1; }

# The cluster is made in a directory beside its own and renamed last, so that a killed attempt leaves no half of one.
init() {
  [ -s "$PASSWORD_FILE" ] && as_pg test -s "$DATA/PG_VERSION" && return 0
  mkdir -p "$PG_HOME"
  [ "$(id -u)" = 0 ] && chown postgres:postgres "$PG_HOME"
  chmod 700 "$PG_HOME"
  as_pg test -w "$PG_HOME" || {
    echo "The user postgres cannot reach $PG_HOME: a folder above it is closed to others." >&2
    echo "Set KINETARCH_PG_HOME to a folder that everybody may enter, such as /var/tmp/kinetarch-postgres." >&2
    exit 1
  }
  as_pg rm -rf "$DATA.new"
  (umask 077; head -c 18 /dev/urandom | base64 | tr '+/' 'ab' >"$PASSWORD_FILE")
  [ "$(id -u)" = 0 ] && chown postgres:postgres "$PASSWORD_FILE"
  as_pg "$PG_BIN/initdb" -D "$DATA.new" -U keeper --pwfile="$PASSWORD_FILE" -A scram-sha-256 \
    -E UTF8 --locale=C.UTF-8 --no-instructions >"$LOG.init" 2>&1 </dev/null || { cat "$LOG.init" >&2; exit 1; }
  as_pg tee -a "$DATA.new/postgresql.conf" >/dev/null <<CONF
listen_addresses = '127.0.0.1'
unix_socket_directories = ''
max_connections = 60
shared_buffers = 256MB
timezone = 'UTC'
CONF
  echo keeper >"$KEEPER_FILE"
  as_pg mv "$DATA.new" "$DATA"
}

psql_as() { # psql_as USER DATABASE ARG…
  local user=$1 db=$2
  shift 2
  PGPASSWORD="$(cat "$PASSWORD_FILE")" "$PG_BIN/psql" -X -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$PG_PORT" -U "$user" -d "$db" "$@"
}
admin() { psql_as "$(keeper)" postgres "$@"; }

start() {
  # Several may start it at once, as tests in two processes do.
  mkdir -p "$(dirname "$PG_HOME")"
  exec 8>"$PG_HOME.lock"
  flock 8
  init
  if ! running; then
    for _ in $(seq 120); do zombie || break; sleep 0.5; done
    # -w waits until it takes connections; </dev/null and -l leave no descriptor of the caller open in the server
    as_pg "$PG_BIN/pg_ctl" -D "$DATA" -l "$LOG" -w -t 60 -s -o "-p $PG_PORT" start </dev/null >/dev/null 2>&1 8>&- || {
      echo "PostgreSQL did not start on port $PG_PORT; set KINETARCH_PG_PORT if something else uses it. Its log ends:" >&2
      as_pg tail -20 "$LOG" >&2
      exit 1
    }
  fi
  # The application may do what it likes with its own databases, and nothing else.
  admin -tAc "select 1 from pg_roles where rolname = '$PG_USER'" | grep -q 1 ||
    admin -qc "create role $PG_USER login createdb password '$(cat "$PASSWORD_FILE")'"
  admin -tAc "select 1 from pg_database where datname = '$PG_DB'" | grep -q 1 ||
    admin -qc "create database \"$PG_DB\" owner $PG_USER"
}

case "${1:-}" in
  start) start ;;
  stop) running && as_pg "$PG_BIN/pg_ctl" -D "$DATA" -m fast -w -t 60 -s stop || true ;;
  status) running && echo running || { echo stopped; exit 3; } ;;
  url) echo "jdbc:postgresql://127.0.0.1:$PG_PORT/$PG_DB" ;;
  password-file) echo "$PASSWORD_FILE" ;;
  psql) shift; psql_as "$PG_USER" "$PG_DB" "$@" ;;
  psql_admin) shift; admin "$@" ;; # where the database itself is made or dropped
  *) echo "usage: $0 start|stop|status|url|password-file|psql ARG…|psql_admin ARG…" >&2; exit 2 ;;
esac
