#!/usr/bin/env bash
# Chooses the few cases of slow laws anew (see internal/law), those that together reach
# what all of them reach. usage: cases.sh PACKAGE TEST…, or nothing for all that are kept
set -euo pipefail
cd "$(dirname "$0")/.."
scripts/setup.sh run
go build -o .data/choose ./scripts/cases
again() {
  local kept=$1/testdata/cases.json
  .data/choose -of "${OF:-100}" "./$1" "${@:2}" >.data/cases.json
  mkdir -p "$1/testdata"
  node -e '
    const [old, now] = process.argv.slice(1, 3).map((f) => { try { return JSON.parse(require("fs").readFileSync(f)); } catch { return {}; } });
    const all = Object.entries({ ...old, ...now }).sort(([a], [b]) => (a < b ? -1 : 1));
    console.log("{\n" + all.map(([k, v]) => `  ${JSON.stringify(k)}: ${JSON.stringify(v)}`).join(",\n") + "\n}");
  ' "$kept" .data/cases.json >.data/cases.kept
  mv .data/cases.kept "$kept"
}
if [ $# -gt 0 ]; then
  again "$@"
else
  # These count shares, or want each kind of remedy: their cases are chosen by hand.
  by_hand="TestWhatIsReadyIsRight|TestMeasureNextNeedsFewerReadingsThanAGrid|TestTheDemoJobsCanBeFollowedToTheEnd|TestWhatIsMendedFits"
  for f in internal/*/testdata/cases.json; do
    mapfile -t tests < <(node -p 'Object.keys(JSON.parse(require("fs").readFileSync(process.argv[1]))).join("\n")' "$f" | grep -vxE "$by_hand" || true)
    [ ${#tests[@]} -gt 0 ] || continue
    again "${f%/testdata/cases.json}" "${tests[@]}"
  done
fi
