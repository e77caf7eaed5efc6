#!/usr/bin/env bash
# Installs by name what is missing. Quick when nothing is.
# usage: setup.sh run|test|shots
set -euo pipefail
cd "$(dirname "$0")/.."
what=${1:-run}

need=()
[ -n "$(ls /usr/lib/postgresql/*/bin/initdb 2>/dev/null)" ] || need+=(postgresql)
if [ "$what" != run ]; then
  [ -x /usr/bin/chromium-headless-shell ] || need+=(chromium-headless-shell) # without the windows that nobody sees
  command -v cc >/dev/null || need+=(gcc libc6-dev) # races are looked for with it
fi
if [ "$what" = shots ]; then
  command -v pdftoppm >/dev/null || need+=(poppler-utils) # printed pages are looked at as pictures
  command -v curl >/dev/null || need+=(curl)
fi
if [ ${#need[@]} -gt 0 ]; then
  echo "installing ${need[*]} (Debian's packages)" >&2
  sudo=()
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null || { echo "please install: ${need[*]} (apt-get install as root)" >&2; exit 1; }
    sudo=(sudo)
  fi
  # the project runs a cluster of its own: Debian needn't make one
  if [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    "${sudo[@]}" mkdir -p /etc/postgresql-common
    echo 'create_main_cluster = false' | "${sudo[@]}" tee /etc/postgresql-common/createcluster.conf >/dev/null
  fi
  "${sudo[@]}" env DEBIAN_FRONTEND=noninteractive apt-get update -qq >&2
  "${sudo[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${need[@]}" >&2
fi

mkdir -p .data
stamp=.data/npm-$(sha256sum web/package-lock.json | cut -c1-16)
if [ ! -e "$stamp" ] || [ ! -d web/node_modules ]; then
  echo "installing the front end's packages" >&2
  (cd web && npm ci --no-audit --no-fund --loglevel=error >&2)
  rm -f .data/npm-*
  touch "$stamp"
fi
go mod download
