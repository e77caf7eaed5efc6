#!/usr/bin/env bash
# Fifty people at work on an application of its own, on loopback, and how long
# they wait. PEOPLE, SECONDS_EACH and PAUSE (0s for none) change that.
set -euo pipefail
cd "$(dirname "$0")/.."
scripts/setup.sh run
scripts/build.sh >/dev/null
mkdir -p .data
app=
stop() {
  trap - EXIT INT TERM
  if [ -n "$app" ]; then
    kill -TERM "$app" 2>/dev/null || true
    wait "$app" 2>/dev/null || true
  fi
  scripts/postgres.sh stop load
  scripts/postgres.sh remove load
}
trap stop EXIT
trap 'stop; exit 1' INT TERM
url=$(scripts/postgres.sh start load 2>.data/postgres-load.log) || { cat .data/postgres-load.log >&2; exit 1; }
HOMALOS_LOG=error bin/homalos serve -db "$url" -listen 127.0.0.1:0 -inside 127.0.0.1:0 >.data/load.out &
app=$!
for _ in $(seq 100); do
  grep -q "Homalos is at" .data/load.out && break
  sleep 0.1
done
at=$(grep -o 'at http://[0-9.:]*' .data/load.out | cut -d' ' -f2)
inside=$(grep -oE 'http://[0-9.:]+/readyz' .data/load.out | sed 's,/readyz,,')
go run ./scripts/load -at "$at" -inside "$inside" -people "${PEOPLE:-50}" -seconds "${SECONDS_EACH:-30}" -pause "${PAUSE:-3s}"
