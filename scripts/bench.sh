#!/usr/bin/env bash
# Prints the benchmarks: Go's, and the core as WebAssembly in Node. There the
# machine's own compiling is told apart from the work: once as a page finds the
# core the first time, once with all of it compiled before.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/test.sh -run '^$' -bench . -benchmem ./...
mkdir -p .data
# smaller, and sooner at hand, with nothing written out where it is called
GOOS=js GOARCH=wasm go build -trimpath -gcflags=all=-l -ldflags="-s -w" -o .data/core.wasm ./cmd/core
glue="$(go env GOROOT)/lib/wasm/wasm_exec.js"
for how in "" "--no-wasm-lazy-compilation --no-wasm-dynamic-tiering"; do
  # shellcheck disable=SC2086
  node $how scripts/core.mjs .data/core.wasm "$glue" demo/bindery.json
done
