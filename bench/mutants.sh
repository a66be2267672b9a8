#!/usr/bin/env bash
# Mutation runs over Routes, Scoring and Comparing, folder by folder. ./wide-lever mutants [FOLDER...]
# The tests run here under xunit 2 and its adapter for the older test platform: Stryker keeps a process of those from mutant to mutant, and knows which
# test covers which line. Tests that take seconds, or whose matter is elsewhere, are left out, and generated ones are short: what is killed without
# them is killed with them as well.
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.."
folders=("${@:-Routes}"); [ $# -gt 0 ] || folders=(Routes Scoring Comparing)
out=$PWD/artifacts/mutants tree=$(mktemp -d)
trap 'git worktree remove --force "$tree"' EXIT
git worktree add --force --detach "$tree" HEAD >/dev/null
cd "$tree"
sed -i 's|<PackageReference Include="xunit.v3.mtp-v2" />|<PackageReference Include="xunit" /><PackageReference Include="xunit.runner.visualstudio" /><PackageReference Include="Microsoft.NET.Test.Sdk" />|; s|<OutputType>Exe</OutputType>||' tests/Directory.Build.props
sed -i 's|<PackageVersion Include="xunit.v3.mtp-v2" Version="[^"]*" />|<PackageVersion Include="xunit" Version="2.9.3" /><PackageVersion Include="xunit.runner.visualstudio" Version="3.1.5" /><PackageVersion Include="Microsoft.NET.Test.Sdk" Version="17.14.1" />|' Directory.Packages.props
sed -i '/"test":/d; s|"rollForward": "latestFeature" },|"rollForward": "latestFeature" }|' global.json
dotnet tool restore >/dev/null
cd tests/WideLever.Core.Tests
export WIDE_LEVER_LONG=0.02
for folder in "${folders[@]}"; do
  extra=()
  # What the tests of odds and of flip points cover takes them seconds a mutant.
  [ "$folder" != Comparing ] || for slow in "Rank*" PlaceCounts FlipPoints ShareFunctions; do extra+=(-m "!**/Comparing/$slow.cs"); done
  dotnet stryker -m "**/$folder/**/*.cs" "${extra[@]}" -r progress -r cleartext -r json --break-at 85 -O "$out/$folder"
done
