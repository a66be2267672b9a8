#!/usr/bin/env bash
# A full disk. Called by ./wide-lever soak; needs root for a mount of its own.
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
app=$PWD/artifacts/app/WideLever.Web.dll
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT

if [ "$(id -u)" != 0 ] || ! unshare -m true 2>/dev/null; then
  echo "a full disk: not tried, for a mount of its own needs root"
else
  mkdir "$work/small"
  unshare -m bash -s "$app" "$work/small" <<'IN'
    set -euo pipefail
    mount -t tmpfs -o size=4m tmpfs "$2"
    dotnet "$1" run --port 7697 --data "$2/data" >"$2.log" 2>&1 &
    server=$!
    trap 'kill $server 2>/dev/null || true' EXIT
    until grep -q 'Wide Lever is at' "$2.log"; do sleep 0.1; done
    node bench/disk.mjs http://127.0.0.1:7697 "$2/data/token" fill
    mount -o remount,size=60m "$2"
    node bench/disk.mjs http://127.0.0.1:7697 "$2/data/token" again
IN
fi
