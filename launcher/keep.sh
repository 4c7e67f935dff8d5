#!/usr/bin/env bash
# keep.sh COMMAND…: runs the server, and starts it again where it ended for want of memory, which the JVM tells by status 3.
# Any other end is an end.
set -uo pipefail
OUT_OF_MEMORY=3
stopping=
child=
trap 'stopping=yes; kill "$child" 2>/dev/null' TERM INT
while :; do
  "$@" &
  child=$!
  wait "$child"
  status=$?
  # A signal ends the waiting before the server has ended.
  while kill -0 "$child" 2>/dev/null; do
    wait "$child"
    status=$?
  done
  [ -z "$stopping" ] && [ "$status" = "$OUT_OF_MEMORY" ] || exit "$status"
  echo "Kinetarch ended for want of memory; it starts again."
done
