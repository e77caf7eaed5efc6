#!/usr/bin/env bash
# What takes too long for every time: all cases of every law and all walks, races in all
# that many do at once, kills and freezes, and cases that no run has seen for what is left of
# an hour (NIGHT, in minutes). Says what failed, after all of it.
set -uo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
end=$((SECONDS + 60 * ${NIGHT:-60}))
failed=()
part() { # part NAME COMMAND…: what would last longer than the night is ended, and has failed
  local began=$SECONDS
  if [ $end -le $SECONDS ]; then
    failed+=("$1 (no time left)")
  elif ! timeout --foreground -k 20 $((end - SECONDS)) "${@:2}"; then
    failed+=("$1")
  fi
  echo "nightly: $1 took $((SECONDS - began)) s"
}
part "all cases" env HOMALOS_LONG=1 bash scripts/test.sh all
part races bash scripts/race.sh
part kills env HOMALOS_CHAOS=2m bash scripts/test.sh ./cmd/homalos -count=1 -run TestKilled
left=$(((end - SECONDS) / 60 - 1))
part fuzz env FUZZ=$((left > 1 ? left : 1)) bash scripts/fuzz.sh
if [ ${#failed[@]} -gt 0 ]; then
  printf 'nightly: failed: %s\n' "${failed[@]}" >&2
  exit 1
fi
echo "nightly: nothing found"
