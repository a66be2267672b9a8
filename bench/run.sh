#!/usr/bin/env bash
# Measures speed and prints figures beside their limits. Called by ./wide-lever bench.
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
app=$PWD/artifacts/app/WideLever.Web.dll
work=$(mktemp -d)
server=
trap '[ -z "$server" ] || kill "$server" 2>/dev/null || true; rm -rf "$work"' EXIT

peers=no
if [[ " $* " == *" --peers "* ]]; then
  peers=yes
  { [ -x /usr/bin/python3 ] && /usr/bin/python3 -c 'import numpy' && command -v g++ >/dev/null; } 2>/dev/null ||
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq python3-numpy g++; } >/dev/null
fi

dotnet build bench/WideLever.Bench -c Release -v quiet >/dev/null
bench() { dotnet run --project bench/WideLever.Bench -c Release --no-build -- "$@"; }

echo "== The core, beside parsing the same file alone (limit: reading and checking under 2.00 of it)"
bench | grep -E '^\| ' || true

echo "== Step lines in the core (limit: 1 ms at the 99th percentile)"
bench lines

echo "== Everyday lines key by key, each beginning of each line of tests/lines (limit: 1 ms at the 99th percentile)"
bench everyday tests/lines

echo "== Lines of known meaning: how they are read"
bench read-as tests/lines/*.tsv

echo "== Five parts in one opening of a record of 200 steps"
bench plans

echo "== A shelf rescored from memory under another rubric, beside one scoring (core alone; cost per record should not grow)"
bench rescore

echo "== Changes to a machine of 40 steps, beside one scoring of it"
bench what-if

echo "== Rank odds of 500 units by 10,000 draws: places and pairs of all (limits: 1/8 of NumPy's time, 1.2 of C++'s, 200 MB)"
odds=$(bench odds "$work/field.bin" 500 10000)
read -r own memory pairs <<<"$odds"
awk -v s="$own" -v m="$memory" 'BEGIN { printf "this program               %7.2f s   %9.0f draws a second   %d MB at the peak\n", s, 10000 / s, m }'
echo "  some chances of pairs    $pairs"
peer() { # name, then the command, which prints seconds, a 0, and the same chances
  local name=$1 seconds rest peers_pairs
  shift
  read -r seconds rest peers_pairs <<<"$("$@")"
  awk -v n="$name" -v s="$seconds" -v o="$own" 'BEGIN { printf "%-26s %7.2f s   %9.0f draws a second   %.2f times this program\x27s time\n", n, s, 10000 / s, s / o }'
  echo "  the same chances         $peers_pairs"
}
if [ "$peers" = yes ]; then
  # OpenBLAS may be told here which kernel to take, for old versions' sake: its own choice is the faster one.
  python() { env -u OPENBLAS_CORETYPE -u OPENBLAS_L2_SIZE /usr/bin/python3 "$@"; }
  g++ -O3 -march=native -ffast-math -fopenmp bench/peers/odds.cpp -o "$work/odds"
  peer "C++, both cores" "$work/odds" "$work/field.bin" 10000
  peer "NumPy" python bench/peers/odds.py dense "$work/field.bin" 10000 40
  peer "NumPy, known taken once" python bench/peers/odds.py sparse "$work/field.bin" 10000 20
else
  echo "(./wide-lever bench --peers installs NumPy and g++ and measures them beside it)"
fi

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

echo "== A shelf of 1,000 units (limits: 100 ms a screen; a committed step 8 ms, its 99th percentile 30 ms; the shelf after an edit 20 ms), beside /health"
dotnet "$app" run --port 7699 --data "$work/data" >"$work/log" 2>&1 &
server=$!
until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.1; done
node bench/server.mjs http://127.0.0.1:7699 "$work/files" "$work/data/token"
kill "$server"; wait "$server" 2>/dev/null || true; server=

if [[ " $* " == *" --large "* ]]; then
  echo "== A data folder of 10,000 units, 200,000 changes and 5,000 photos, one unit of 10,000 revisions (limits: 5 s to start; 100 ms an undo, 50 ms an edit of another unit meanwhile)"
  rm -rf "$work/data"
  bench folder "$work/data" 10000 200000 5000 10000
  start=$(date +%s%N)
  dotnet "$app" run --port 7699 --data "$work/data" >"$work/log" 2>&1 &
  server=$!
  until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.02; done
  echo "start until it listens          $((($(date +%s%N) - start) / 1000000)) ms"
  curl -s -o /dev/null -w 'first shelf of all, scored then   %{time_total} s\n' http://127.0.0.1:7699/api/shelf
  kill "$server"; wait "$server" 2>/dev/null || true; server=
  bench undo "$work/data"

  echo "== A rubric edit previewed over 10,000 units (limit: 4 s), beside the same over 1,000 above"
  rm -rf "$work/data"
  bench files "$work/files" 10000
  dotnet "$app" run --port 7699 --data "$work/data" >"$work/log" 2>&1 &
  server=$!
  until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.1; done
  node bench/server.mjs http://127.0.0.1:7699 "$work/files" "$work/data/token" --preview-only
fi
