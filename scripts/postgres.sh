#!/usr/bin/env bash
# A PostgreSQL cluster of the project's own, on loopback and a free port.
# usage: postgres.sh start NAME [fast]   prints the address of its database
#        postgres.sh stop NAME
#        postgres.sh remove NAME       once it is stopped: its data too
# As root it runs as the user postgres, which must be able to read its folder.
set -euo pipefail
project=$(cd "$(dirname "$0")/.." && pwd)
name=$2
bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)
as=()
dir=$project/.data/$name
if [ "$(id -u)" -eq 0 ]; then
  as=(runuser -u postgres --)
  mkdir -p "$dir"
  if ! "${as[@]}" test -x "$dir"; then # a folder above it is closed to postgres
    rmdir "$dir"
    dir=/var/lib/homalos/$(echo -n "$project" | sha256sum | cut -c1-12)/$name
    mkdir -p "$dir"
    chmod 755 /var/lib/homalos "$(dirname "$dir")"
  fi
  chown postgres: "$dir"
else
  mkdir -p "$dir"
fi
chmod 700 "$dir"
cd /

if [ "$1" = stop ]; then
  "${as[@]}" "$bin/pg_ctl" -D "$dir/data" -m fast -w stop >/dev/null 2>&1 || true
  exit 0
fi

if [ "$1" = remove ]; then
  rm -rf "$dir"
  exit 0
fi

[ -e "$dir/data/PG_VERSION" ] || "${as[@]}" "$bin/initdb" -D "$dir/data" -U postgres -A trust -E UTF8 --locale=C.UTF-8 >/dev/null
if "${as[@]}" "$bin/pg_ctl" -D "$dir/data" status >/dev/null 2>&1; then
  port=$("${as[@]}" sed -n 4p "$dir/data/postmaster.pid")
else
  started=
  kept=$("${as[@]}" cat "$dir/port" 2>/dev/null || true)
  for n in 1 2 3 4 5 6 7 8; do # the one of last time; a port can be taken between asking and starting
    port=$((20000 + RANDOM % 30000))
    if [ "$n" = 1 ] && [ -n "$kept" ]; then port=$kept; fi
    options="-c listen_addresses=127.0.0.1 -p $port -c unix_socket_directories=''"
    [ "${3:-}" = fast ] && options+=" -c fsync=off -c synchronous_commit=off -c full_page_writes=off -c max_connections=200"
    # setsid: Ctrl-C is for the application; the script stops the cluster after it
    if setsid "${as[@]}" "$bin/pg_ctl" -D "$dir/data" -l "$dir/server.log" -w -t 30 -o "$options" start >&2 </dev/null; then
      started=yes
      echo "$port" | "${as[@]}" tee "$dir/port" >/dev/null
      break
    fi
  done
  [ -n "$started" ] || { echo "PostgreSQL didn't start: see $dir/server.log" >&2; exit 1; }
fi
echo "postgres://postgres@127.0.0.1:$port/postgres?sslmode=disable"
