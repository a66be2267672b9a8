#!/usr/bin/env bash
# A backup of 1,000 units and 5,000 photos of 200 kB while commits go on, and back: bash bench/backup.sh
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
app=$PWD/artifacts/app/WideLever.Web.dll
work=$(mktemp -d)
server=
trap '[ -z "$server" ] || kill -9 "$server" 2>/dev/null || true; rm -rf "$work"' EXIT
dotnet run --project bench/WideLever.Bench -c Release --no-build -- folder "$work/data" 1000 20000 0 100 >/dev/null
python3 - "$work/data" <<'PY'
import hashlib, os, random, sqlite3, sys
folder, noise = sys.argv[1], random.Random(30)
base = sqlite3.connect(f'{folder}/wide-lever.db')
for _ in range(5000):
    photo = noise.randbytes(200_000)
    name = hashlib.sha256(photo).hexdigest()
    os.makedirs(f'{folder}/photos/{name[:2]}', exist_ok=True)
    with open(f'{folder}/photos/{name[:2]}/{name}', 'wb') as file: file.write(photo)
    base.execute('INSERT INTO photo (sha256) VALUES (?)', (name,))
base.commit()
PY
dotnet "$app" run --port 7697 --data "$work/data" >"$work/log" 2>&1 &
server=$!
until grep -q 'Wide Lever is at' "$work/log"; do sleep 0.05; done
node bench/commits.mjs http://127.0.0.1:7697 "$work/data/token" >"$work/commits" &
commits=$!
sleep 2
timed() { local from; from=$(date +%s.%N); "$@" >&2; awk "BEGIN { printf \"%.1f s\\n\", $(date +%s.%N) - $from }"; }
echo "backup of $(du -sm "$work/data" | cut -f1) MB beside commits: $(timed dotnet "$app" backup "$work/whole.zip" --data "$work/data")"
kill "$commits"; wait "$commits" 2>/dev/null || true
cat "$work/commits"
kill "$server"; wait "$server" 2>/dev/null || true; server=
echo "restore: $(timed dotnet "$app" restore "$work/whole.zip" --data "$work/back")"
echo "check of what was restored: $(timed dotnet "$app" check --data "$work/back")"
