#!/usr/bin/env bash
# Watches for races what many do at once, and keeps the sum of what was watched:
# make test does this only where it changed since.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
one_at_a_time scripts/setup.sh test
trap leave_postgres EXIT
use_postgres
export RAPID_SEED=${RAPID_SEED:-1}
# shellcheck disable=SC2086
CGO_ENABLED=1 go test -race -vet=off -timeout 80m $(printf './internal/%s ' $raced) \
  -run 'AtOnce|Stream|Wakes|Unchanged|Commit|Elsewhere|Turn|Leaves|Another|Copies|Worked|Backup|Pages|Asked|Waits|Stopped|Slow|Each'
# shellcheck disable=SC2086
sum_of $raced >scripts/raced.sum
