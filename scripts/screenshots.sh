#!/usr/bin/env bash
# Takes the pictures in docs/screenshots of a fresh demo.
set -euo pipefail
cd "$(dirname "$0")/.."
scripts/setup.sh shots
scripts/build.sh
app=
stop() {
  trap - EXIT INT TERM
  [ -z "$app" ] || { kill -TERM "$app" 2>/dev/null || true; wait "$app" 2>/dev/null || true; }
  scripts/postgres.sh stop shots
}
trap stop EXIT
trap 'stop; exit 1' INT TERM
url=$(scripts/postgres.sh start shots fast 2>/dev/null)
name=shots_$$
"$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)/psql" -q "$url" -c "CREATE DATABASE $name"
bin/homalos demo -db "${url%/postgres\?*}/$name?sslmode=disable" -listen 127.0.0.1:8431 >.data/shots.log &
app=$!
for _ in $(seq 50); do
  grep -q 'Homalos is at' .data/shots.log && break
  sleep 0.2
done
at=$(grep -o 'http://[0-9.:]*' .data/shots.log)
go run ./scripts/shots -at "$at" -to docs/screenshots "$@"
bindery=0190c0de-0000-7000-8000-000000000001
curl -sf "$at/api/jobs/$bindery/walls/B/card.pdf" -o .data/card.pdf
pages=()
for list in saw sticks yard boards; do
  curl -sf "$at/api/jobs/$bindery/wood.pdf?of=$list" -o .data/wood.pdf
  pdftoppm -r 55 -png -singlefile .data/wood.pdf ".data/wood-$list"
  pages+=(".data/wood-$list.png")
done
pdftoppm -r 55 -png -singlefile .data/card.pdf .data/card
curl -sf "$at/api/jobs/$bindery/stand.pdf?day=2" -o .data/day.pdf
pdftoppm -r 55 -png -singlefile .data/day.pdf .data/day
if [ -e docs/screenshots/open-1280.png ]; then
  curl -sf "$at/api/jobs/$bindery/report.pdf" -o .data/report.pdf
  pdftoppm -r 90 -f 3 -l 3 -png -singlefile .data/report.pdf .data/report
  proved=(docs/screenshots/open-1280.png docs/screenshots/change-1280.png docs/screenshots/log-1280.png docs/screenshots/figures-1280.png)
  go run ./scripts/shots -join docs/screenshots/proved.png "${proved[@]}" .data/report.png
  rm "${proved[@]}"
fi
if [ -e docs/screenshots/half-1280.png ]; then
  kinds=(docs/screenshots/half-1280.png docs/screenshots/lockers-1280.png docs/screenshots/steel-1280.png docs/screenshots/kind-1280.png)
  go run ./scripts/shots -join docs/screenshots/kinds.png "${kinds[@]}"
  rm "${kinds[@]}"
fi
if [ -e docs/screenshots/yard-1280.png ] && [ -e docs/screenshots/boards-1280.png ]; then
  go run ./scripts/shots -join docs/screenshots/bought.png docs/screenshots/yard-1280.png docs/screenshots/boards-1280.png
  rm docs/screenshots/yard-1280.png docs/screenshots/boards-1280.png
fi
go run ./scripts/shots -join docs/screenshots/printed.png "${pages[@]}" .data/card.png .data/day.png
phones=()
for view in read mark cut saw stand days prove change; do
  if [ -e "docs/screenshots/$view-390.png" ]; then phones+=("docs/screenshots/$view-390.png"); fi
done
if [ ${#phones[@]} -gt 0 ]; then # all on one picture
  go run ./scripts/shots -join docs/screenshots/phones.png "${phones[@]}"
  rm "${phones[@]}"
fi
