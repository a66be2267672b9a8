#!/usr/bin/env bash
# Measures speed and prints figures beside their limits. Called by ./wide-lever bench.
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
app=$PWD/artifacts/app/WideLever.Web.dll
work=$(mktemp -d)
server=
trap '[ -z "$server" ] || kill "$server" 2>/dev/null || true; rm -rf "$work"' EXIT

dotnet build bench/WideLever.Bench -c Release -v quiet >/dev/null
bench() { dotnet run --project bench/WideLever.Bench -c Release --no-build -- "$@"; }

echo "== The core, beside parsing the same file alone"
bench | grep -E '^\| ' || true

echo "== A shelf rescored from memory under another rubric (core alone; cost per record should not grow)"
bench rescore

echo "== Changes to a machine of 40 steps, beside one scoring of it"
bench what-if

echo "== ./wide-lever score on 1,000 records of 40 steps (limit: 3 s, 300 MB), beside one record"
bench files "$work/files" 1000
run() { # runs a command twice: once for its wall time, once watched for its peak memory
  local start end top=0 now
  start=$(date +%s%N)
  "$@" >"$work/out.json"
  end=$(date +%s%N)
  "$@" >/dev/null &
  local pid=$!
  while kill -0 $pid 2>/dev/null; do
    now=$(awk '/VmHWM/ {print $2}' /proc/$pid/status 2>/dev/null || echo 0)
    [ "${now:-0}" -gt "$top" ] && top=$now
    sleep 0.05
  done
  wait $pid
  echo "$(((end - start) / 1000000)) ms wall, $((top / 1024)) MB peak"
}
echo "1 file:      $(run dotnet "$app" score "$work/files/0000.json")"
echo "1,000 files: $(run dotnet "$app" score "$work/files/"*.json)"
echo "results: $(node -p "JSON.parse(require('fs').readFileSync('$work/out.json')).filter((one) => one.repair).length")"

echo "== A shelf of 1,000 units (limit: 100 ms a screen, 30 ms a committed step, medians), beside /health"
dotnet "$app" run --port 7699 --data "$work/data" >"$work/log" 2>&1 &
server=$!
until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.1; done
node bench/server.mjs http://127.0.0.1:7699 "$work/files" "$work/data/token"
kill "$server"; wait "$server" 2>/dev/null || true; server=

if [ "${1:-}" = --large ]; then
  echo "== A rubric edit previewed over 10,000 units (limit: 4 s), beside the same over 1,000 above"
  rm -rf "$work/data"
  bench files "$work/files" 10000
  dotnet "$app" run --port 7699 --data "$work/data" >"$work/log" 2>&1 &
  server=$!
  until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.1; done
  node bench/server.mjs http://127.0.0.1:7699 "$work/files" "$work/data/token" --preview-only
fi
