#!/usr/bin/env bash
# Sets up, starts PostgreSQL and the application with the demo jobs, and stops
# both on Ctrl-C. Data stays in .data between starts.
set -euo pipefail
cd "$(dirname "$0")/.."
scripts/setup.sh run
scripts/build.sh
app=
stop() {
  trap - EXIT INT TERM
  if [ -n "$app" ]; then
    kill -TERM "$app" 2>/dev/null || true
    wait "$app" 2>/dev/null || true
  fi
  scripts/postgres.sh stop demo
}
trap stop EXIT
trap 'stop; exit 0' INT TERM
url=$(scripts/postgres.sh start demo 2>.data/postgres.log) || { cat .data/postgres.log >&2; exit 1; }
bin/homalos demo -db "$url" -listen "${HOMALOS_LISTEN:-127.0.0.1:8080}" &
app=$!
wait "$app"
