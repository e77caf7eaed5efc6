#!/usr/bin/env bash
# Runs tests against a PostgreSQL of their own.
# usage: test.sh         what can have changed since all were last green here; at first all
#        test.sh all     all
#        test.sh ARGS…   go test ARGS
# HOMALOS_LONG=1 tries all cases of every law.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
export RAPID_SEED=${RAPID_SEED:-1} # the same cases each time; make fuzz varies them
one_at_a_time scripts/setup.sh test
one_at_a_time scripts/build.sh
trap leave_postgres EXIT
trap 'exit 1' INT TERM
use_postgres
export GOGC=${GOGC:-300} # a fifth less work for a little more memory
# Nothing here goes by the clock: this ends what hangs, on machines many times slower too.
limit="-timeout 80m"
if [ $# -gt 0 ] && [ "$1" != all ]; then
  # shellcheck disable=SC2086
  go test $limit "$@"
  exit
fi

# What waits for a browser or a database comes first, and the rest beside it.
shell="./internal/browser ./internal/server ./internal/store ./internal/instrument ./internal/exchange ./cmd/..."
core=$(sed 's|[^ ]*|./internal/&|g' <<<"$rooms_core")
now=$(sums)
left=
if [ "${1:-}" != all ] && [ -e .data/green ]; then
  changed=$(diff <(cat .data/green) <(echo "$now") | awk '/^[<>]/ {print $2}' | sort -u)
  if [ -n "$changed" ] && ! grep -qvxF "$(tr ' ' '\n' <<<"$rooms_core")" <<<"$changed"; then
    left=$shell # only rooms of the core changed: they, and what stands on them in the core
    shell=
  fi
fi
started=$SECONDS
if [ -z "$left" ]; then
  (cd web && npm run --silent test) >.data/web-tests.log 2>&1 &
  web=$!
fi
failed=0
# shellcheck disable=SC2086
go tool gotestsum --format pkgname --format-hide-empty-pkg --jsonfile .data/tests.json -- -vet=off $limit $shell $core || failed=1
if [ -z "$left" ]; then
  wait "$web" || failed=1
  cat .data/web-tests.log
  # what many do at once, watched for races, where that changed since it was last watched
  if [ "$(sum_of $raced)" != "$(cat scripts/raced.sum 2>/dev/null)" ]; then
    bash scripts/race.sh || failed=1
  fi
fi
echo "what took longest (seconds are of tests side by side):"
go tool gotestsum tool slowest --num 12 --jsonfile .data/tests.json
echo "test: $((SECONDS - started)) s"
[ "$failed" = 0 ] || exit 1
if [ -n "$left" ]; then
  echo "test: only $(xargs <<<"$changed") changed, of the core. Left for .ci/run or \`bash scripts/test.sh all\`: ${left//.\//}"
else
  echo "$now" >.data/green
fi
