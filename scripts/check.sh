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
for p in measure survey assess line framing cutting job plan; do
  GOOS=js GOARCH=wasm go build -o /dev/null "./internal/$p" || say "internal/$p doesn't build for the browser"
done
if grep -rnE '"homalos/internal/(store|server|exchange|instrument)' internal/measure internal/survey internal/assess internal/line internal/framing internal/cutting internal/job internal/plan; then
  say "the core imports the shell"
fi
scripts/generate.sh .data/generated
for f in docs/openapi.json docs/job.schema.json docs/plan.schema.json docs/edit.schema.json web/src/api/schema.gen.ts web/src/api/fields.gen.ts; do
  cmp -s "$f" ".data/generated/$(basename "$f")" || say "$f is stale: run make generate"
done
(cd web && npm run --silent lint) || say "the front end's linter"
(cd web && npm run --silent types) || say "the front end's types"
[ "$fail" = 0 ] && echo "check: all well"
exit $fail
