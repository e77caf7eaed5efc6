#!/usr/bin/env bash
# Tries the laws on cases that no run has seen, until FUZZ minutes are over or
# one fails; then says how to have that case again.
set -euo pipefail
cd "$(dirname "$0")/.."
end=$((SECONDS + 60 * ${FUZZ:-5}))
scripts/setup.sh run
mkdir -p .data
stop() { scripts/postgres.sh stop fuzz; }
trap stop EXIT
trap 'stop; exit 1' INT TERM
HOMALOS_TEST_DB=$(scripts/postgres.sh start fuzz fast 2>.data/postgres-fuzz.log) || { cat .data/postgres-fuzz.log >&2; exit 1; }
export HOMALOS_TEST_DB
laws=$(go list -f '{{.ImportPath}} {{.TestImports}} {{.XTestImports}}' ./... | awk '/pgregory.net\/rapid/ {print $1}')
texts=$(grep -rlE '^func Fuzz' --include='*_test.go' internal | xargs -n1 dirname | sort -u)
HOMALOS_LONG=1 go test -count=1 ./internal/server -run TestTwentyDevicesAtOneJob
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
  RAPID_SEED=$seed RAPID_CHECKS=300 go test -count=1 -timeout 30m $laws ||
    { echo "fuzz: again with RAPID_SEED=$seed RAPID_CHECKS=300 bash scripts/test.sh <package>" >&2; exit 1; }
  rounds=$((rounds + 1))
done
echo "fuzz: $rounds rounds, nothing found"
