#!/usr/bin/env bash
# Looks the tree over: formatting, vet, staticcheck, the front end's linter and
# types, the WebAssembly build of the core, and generated files that are stale.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
one_at_a_time scripts/setup.sh run
fail=0
say() { echo "check: $*" >&2; fail=1; }

# the front end's, beside Go's
(cd web && npm run --silent lint) >.data/lint.log 2>&1 &
lint=$!
(cd web && npm run --silent types) >.data/types.log 2>&1 &
types=$!

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
scripts/generate.sh .data/generated
for f in docs/openapi.json docs/job.schema.json docs/plan.schema.json docs/edit.schema.json web/src/api/schema.gen.ts web/src/api/fields.gen.ts web/src/api/words.gen.json; do
  cmp -s "$f" ".data/generated/$(basename "$f")" || say "$f is stale: run make generate"
done
wait "$lint" || { cat .data/lint.log >&2; say "the front end's linter"; }
wait "$types" || { cat .data/types.log >&2; say "the front end's types"; }
[ "$fail" = 0 ] && echo "check: all well"
exit $fail
