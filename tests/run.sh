#!/usr/bin/env bash
# Runs every test there is and sums them into one last line. Fails on any failure, and when a suite ran nothing.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
passed=0 failed=0
log=$(mktemp -d)
trap 'rm -rf "$log"' EXIT

suite() { # name, passed, failed, exit code
  printf '%-28s %5d passed, %d failed\n' "$1" "$2" "$3"
  passed=$((passed + $2))
  failed=$((failed + $3))
  # A suite that ran nothing, or broke without naming a failure, is a failure.
  if [ "$2" -eq 0 ] || { [ "$4" -ne 0 ] && [ "$3" -eq 0 ]; }; then failed=$((failed + 1)); fi
}

number() { grep -oE "$1" "$2" | tail -1 | grep -oE '[0-9]+' | tail -1 || echo 0; }

echo "Building"
if ! dotnet build Gavvet.slnx -c Release >"$log/build" 2>&1; then
  cat "$log/build"
  echo "0 passed, 1 failed"
  exit 1
fi

echo "Checking the format"
if dotnet format Gavvet.slnx --verify-no-changes --no-restore >"$log/format" 2>&1; then suite "dotnet format" 1 0 0; else cat "$log/format"; suite "dotnet format" 0 1 1; fi

for project in tests/*.Tests; do
  name=$(basename "$project")
  dotnet "$project/bin/Release/net10.0/$name.dll" >"$log/$name" 2>&1
  code=$?
  [ $code -eq 0 ] || cat "$log/$name"
  suite "$name" "$(number 'succeeded: [0-9]+' "$log/$name")" "$(number ' failed: [0-9]+' "$log/$name")" $code
done

for folder in oracle storm browser; do
  node --test --test-concurrency=1 "tests/$folder/"*.test.mjs >"$log/$folder" 2>&1
  code=$?
  if [ $code -ne 0 ]; then cat "$log/$folder"; else grep '^# note:' "$log/$folder" | sed 's/^# note: /  /' || true; fi
  suite "$folder" "$(number '^(#|ℹ) pass [0-9]+' "$log/$folder")" "$(number '^(#|ℹ) fail [0-9]+' "$log/$folder")" $code
done

echo
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
