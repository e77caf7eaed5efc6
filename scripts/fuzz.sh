#!/usr/bin/env bash
# Tries the laws on cases that no run has seen, until FUZZ minutes are over or
# one fails; then says how to have that case again.
set -euo pipefail
cd "$(dirname "$0")/.."
end=$((SECONDS + 60 * ${FUZZ:-5}))
source scripts/lib.sh
one_at_a_time scripts/setup.sh run
trap leave_postgres EXIT
trap 'exit 1' INT TERM
use_postgres
laws=$(go list -f '{{.ImportPath}} {{.TestImports}} {{.XTestImports}}' ./... | awk '/homalos\/internal\/law/ {print $1}')
texts=$(grep -rlE '^func Fuzz' --include='*_test.go' internal | xargs -n1 dirname | sort -u)
export HOMALOS_LONG=1
left() { echo $((end > SECONDS ? end - SECONDS : 1)); }
go test -count=1 ./internal/server -run TestTwentyDevicesAtOneJob
rounds=0
while [ $SECONDS -lt $end ]; do
  for p in $texts; do
    for name in $(grep -rhoE '^func Fuzz\w+' "$p"/*_test.go | sed 's/func //'); do
      go test "./$p" -run '^$' -fuzz "^$name\$" -fuzztime 50000x
    done
  done
  seed=$((RANDOM * 32768 + RANDOM + 2))
  echo "fuzz: seed $seed"
  # shellcheck disable=SC2086
  RAPID_SEED=$seed timeout --foreground "$(left)" go test -count=1 -timeout 80m $laws || {
    [ $? = 124 ] && break # the time is over
    echo "fuzz: again with HOMALOS_LONG=1 RAPID_SEED=$seed bash scripts/test.sh <package>" >&2
    exit 1
  }
  rounds=$((rounds + 1))
done
echo "fuzz: $rounds rounds, nothing found"
