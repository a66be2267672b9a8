#!/usr/bin/env bash
# Memory and answers under load. Called by ./wide-lever soak: bash bench/load.sh MINUTES HOSTILE_RECORD
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
minutes=$1 hostile=$2
app=$PWD/artifacts/app/WideLever.Web.dll
work=$(mktemp -d)
server=
trap '[ -z "$server" ] || kill -9 "$server" 2>/dev/null || true; rm -rf "$work"' EXIT
bench() { dotnet run --project bench/WideLever.Bench -c Release --no-build -- "$@"; }
start() { # data folder
  : >"$work/log" # not the line of the start before
  dotnet "$app" run --port 7698 --data "$1" >>"$work/log" 2>&1 &
  server=$!
  until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.05; done
}
stop() { kill "$server"; wait "$server" 2>/dev/null || true; server=; }

start "$work/slow"
node bench/health.mjs http://127.0.0.1:7698 "$work/slow/token" "$hostile"
stop
bench folder "$work/thousand" 1000 20000 0 100 >/dev/null
start "$work/thousand"
node bench/load.mjs http://127.0.0.1:7698 "$work/thousand/token" "$server" "$minutes"
stop
bench folder "$work/many" 10000 20000 0 100 >/dev/null
start "$work/many"
node bench/odds.mjs http://127.0.0.1:7698 "$work/many/token" "$server"
stop
