#!/usr/bin/env bash
# Builds the front end when it changed, and the program with it embedded.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/lib.sh
mkdir -p bin
sum=$(find web/src web/*.html web/public web/*.json web/*.ts web/*.cjs -type f 2>/dev/null | LC_ALL=C sort | xargs sha256sum | sha256sum | cut -c1-16)
if [ ! -e ".data/web-$sum" ] || [ ! -e internal/server/dist/index.html ]; then
  (cd web && npm run --silent build >&2)
  touch internal/server/dist/.keep
  rm -f .data/web-*
  touch ".data/web-$sum"
fi
go build -o bin/homalos ./cmd/homalos
