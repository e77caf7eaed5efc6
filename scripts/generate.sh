#!/usr/bin/env bash
# Makes what follows from the Go types: the OpenAPI document, the JSON Schemas
# and the TypeScript client's types. With a folder, puts them there.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
docs=${1:-docs}
client=${1:-web/src/api}
mkdir -p "$docs" "$client"
go build -o .data/generator ./cmd/homalos
.data/generator openapi >"$docs/openapi.json"
.data/generator schema job >"$docs/job.schema.json"
.data/generator schema plan >"$docs/plan.schema.json"
.data/generator schema edit >"$docs/edit.schema.json"
node web/node_modules/openapi-typescript/bin/cli.js "$docs/openapi.json" -o "$client/schema.gen.ts" >/dev/null
.data/generator words >"$client/words.gen.json"
node scripts/fields.mjs "$docs/openapi.json" >"$client/fields.gen.ts"
