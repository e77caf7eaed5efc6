#!/usr/bin/env bash
# Looks the tree over: formatting, vet, staticcheck, the front end's linter and
# types, the WebAssembly build of the core, and generated files that are stale.
set -euo pipefail
cd "$(dirname "$0")/.."
scripts/setup.sh run
fail=0
say() { echo "check: $*" >&2; fail=1; }

unformatted=$(gofmt -l cmd demo internal)
[ -z "$unformatted" ] || say "gofmt these: $unformatted"
go vet ./... || say "go vet"
go tool staticcheck ./... || say "staticcheck"
# The rooms of the house from the ground up: each may import those before it.
core="abreast recall measure geo timing survey room assess line words wood framing boring boards sheeting closing cutting job daybook sticks site work saw remedy yard raising days proving figures advise picture plan making command"
rooms="$core exchange store instrument server"
below=" "
for p in $rooms; do
  for i in $(go list -f '{{join .Imports "\n"}}' "./internal/$p" | sed -n 's|^homalos/internal/||p'); do
    case "$below" in *" $i "*) ;; *) say "internal/$p imports internal/$i, which isn't below it" ;; esac
  done
  below="$below$p "
done
for p in $core; do
  GOOS=js GOARCH=wasm go build -o /dev/null "./internal/$p" || say "internal/$p doesn't build for the browser"
done
scripts/generate.sh .data/generated
for f in docs/openapi.json docs/job.schema.json docs/plan.schema.json docs/edit.schema.json web/src/api/schema.gen.ts web/src/api/fields.gen.ts web/src/api/words.gen.json; do
  cmp -s "$f" ".data/generated/$(basename "$f")" || say "$f is stale: run make generate"
done
(cd web && npm run --silent lint) || say "the front end's linter"
(cd web && npm run --silent types) || say "the front end's types"
[ "$fail" = 0 ] && echo "check: all well"
exit $fail
