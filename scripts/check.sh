#!/usr/bin/env bash
# Looks the tree over: formatting, vet, staticcheck, the front end's linter and
# types, the WebAssembly build of the core, and generated files that are stale.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
fail=0
say() { echo "check: $*" >&2; fail=1; }

# the front end's packages, linter and types, beside Go's
(one_at_a_time scripts/setup.sh run && cd web && npm run --silent lint && npm run --silent types) >.data/web-check.log 2>&1 &
web=$!

unformatted=$(gofmt -l cmd demo internal scripts)
[ -z "$unformatted" ] || say "gofmt these: $unformatted"
go vet ./... || say "go vet"
go tool staticcheck ./... || say "staticcheck"
# each room imports only what lies below it
below=" "
imports=$(go list -f '{{.ImportPath}}{{range .Imports}} {{.}}{{end}}' ./internal/...)
for p in $rooms; do
  for i in $(grep "^homalos/internal/$p " <<<"$imports" | tr ' ' '\n' | sed -n '2,$s|^homalos/internal/||p'); do
    case "$below" in *" $i "*) ;; *) say "internal/$p imports internal/$i, which isn't below it" ;; esac
  done
  below="$below$p "
done
# the core builds for the browser
# shellcheck disable=SC2046
GOOS=js GOARCH=wasm go build $(printf './internal/%s ' $rooms_core) ./cmd/core || say "the core doesn't build for the browser"
! grep -rnE '\brapid\.(Check|MakeCheck)\(' --include=*_test.go internal cmd || say "laws are tried through internal/law"
wait "$web" || { cat .data/web-check.log >&2; say "the front end's packages, linter or types"; }
scripts/generate.sh .data/generated
for f in docs/openapi.json docs/job.schema.json docs/plan.schema.json docs/edit.schema.json web/src/api/schema.gen.ts web/src/api/fields.gen.ts web/src/api/words.gen.json; do
  cmp -s "$f" ".data/generated/$(basename "$f")" || say "$f is stale: run make generate"
done
[ "$fail" = 0 ] && echo "check: all well"
exit $fail
