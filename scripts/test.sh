#!/usr/bin/env bash
# Runs every test against a PostgreSQL of its own. Arguments go to go test.
set -euo pipefail
cd "$(dirname "$0")/.."
scripts/setup.sh test
scripts/build.sh
if [ "${1:-./...}" = ./... ]; then
  (cd web && npm run --silent test)
fi
stop() { scripts/postgres.sh stop test; }
trap stop EXIT
trap 'stop; exit 1' INT TERM
HOMALOS_TEST_DB=$(scripts/postgres.sh start test fast 2>.data/postgres-test.log) || { cat .data/postgres-test.log >&2; exit 1; }
export HOMALOS_TEST_DB
export RAPID_SEED=${RAPID_SEED:-1} # the same cases each time; make fuzz varies them
go test "${@:-./...}"
if [ "${1:-./...}" = ./... ]; then # what many do at once, watched for races
  CGO_ENABLED=1 go test -race ./internal/abreast ./internal/recall ./internal/store ./internal/server \
    -run 'AtOnce|Stream|Wakes|Unchanged|Commit|Elsewhere|Turn|Leaves|Another|Copies|Worked|Backup|Pages|Asked|Waits|Stopped|Slow|Each'
fi
