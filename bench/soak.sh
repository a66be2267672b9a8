#!/usr/bin/env bash
# Long runs: fuzz, kill and load. ./wide-lever soak [ROUNDS]
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
rounds=${1:-40}
dotnet build bench/WideLever.Bench -c Release -v quiet >/dev/null
dotnet run --project bench/WideLever.Bench -c Release --no-build -- fuzz tests/examples $((rounds * 12000))
dotnet run --project bench/WideLever.Bench -c Release --no-build -- fuzz-others demo $((rounds * 8000))
# The record within the limits that takes longest, looked for during ten minutes.
dotnet run --project bench/WideLever.Bench -c Release --no-build -- hostile "$(awk "BEGIN { print $rounds / 4 }")" artifacts/slowest.json
# That record on a server's shelf; mixed load at 1,000 units; odds of 10,000.
bash bench/load.sh "$(awk "BEGIN { print $rounds / 4 }")" artifacts/slowest.json
# The step line: 100,000 steps printed and read, 200,000 lines that nobody means.
WIDE_LEVER_LONG=10 dotnet run --project tests/WideLever.Core.Tests -c Release -- -class "*StepLineTests" -noLogo -noColor
# Every generated test of the core in its whole length, of which the test command runs a fifth.
dotnet run --project tests/WideLever.Core.Tests -c Release -- -noLogo -noColor
# Requests made from the application's own description, most of them wrong.
WIDE_LEVER_LONG=10 dotnet run --project tests/WideLever.Web.Tests -c Release -- -class "*AnyRequestTests" -noLogo -noColor
# With the usual 40 rounds 200 kills, in the middle of commits, undos and photos.
WIDE_LEVER_LONG=$(((rounds + 1) / 2)) dotnet run --project tests/WideLever.Web.Tests -c Release -- -class "*KillTests" -showLiveOutput -noLogo -noColor
# Twenty windows edit, import, take off, sign and switch rubrics for a minute.
WIDE_LEVER_LONG=20 dotnet run --project tests/WideLever.Web.Tests -c Release -- -class "*ManyWindowsTests" -showLiveOutput -noLogo -noColor
# The program away for half a minute in the middle of typing.
dotnet run --project tests/WideLever.Browser.Tests -c Release -- -explicit only -method "*Half_a_minute*" -noLogo -noColor
node bench/flush.mjs artifacts/app/WideLever.Web.dll
bash bench/disk.sh
