#!/usr/bin/env bash
# A full disk, and one that turns read-only. Called by ./wide-lever soak; needs root for mounts of its own.
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
app=$PWD/artifacts/app/WideLever.Web.dll
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT

if [ "$(id -u)" != 0 ] || ! unshare -m true 2>/dev/null; then
  echo "a full and a read-only disk: not tried, for a mount of its own needs root"
  exit 0
fi
mkdir "$work/small"
unshare -m bash -s "$app" "$work/small" <<'IN'
  set -euo pipefail
  app=$1 disk=$2
  mount -t tmpfs -o size=4m tmpfs "$disk"
  start() {
    : >"$disk.log" # not the line of the start before
    dotnet "$app" run --port 7697 --data "$disk/data" >>"$disk.log" 2>&1 &
    server=$!
    until grep -q 'Wide Lever is at' "$disk.log"; do sleep 0.1; done
  }
  trap 'kill -9 $server 2>/dev/null || true' EXIT
  ask() { node bench/disk.mjs http://127.0.0.1:7697 "$disk/data/token" "$1"; }
  start
  ask fill
  kill -9 $server; wait $server 2>/dev/null || true
  # The disk is still full: what is there can be read.
  start
  ask full
  mount -o remount,size=60m "$disk"
  ask again
  # A mount in use cannot be turned read-only, and the database is in use for as long as the server is: the photos' folder can.
  mkdir -p "$disk/data/photos"
  mount --bind "$disk/data/photos" "$disk/data/photos"
  mount -o remount,bind,ro "$disk/data/photos"
  ask readonly
  umount "$disk/data/photos"
  ask photo
  kill -9 $server; wait $server 2>/dev/null || true
  mount --bind "$disk/data" "$disk/data"
  mount -o remount,bind,ro "$disk/data"
  if dotnet "$app" run --port 7697 --data "$disk/data" >"$disk.log" 2>&1; then echo "a read-only data folder was served" >&2; exit 1; fi
  grep -q '^The data folder .* cannot be used' "$disk.log" || { cat "$disk.log" >&2; exit 1; }
  echo "a read-only data folder: $(cat "$disk.log")"
  mount -o remount,bind,rw "$disk/data"
  start
  ask again
IN
