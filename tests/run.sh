#!/usr/bin/env bash
# Runs every test there is and sums them into one last line. Fails on any failure, and when a suite ran nothing.
# Unit suites and browser files run two at a time, each server on a port and folder of its own.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
passed=0 failed=0
log=$(mktemp -d)
trap 'rm -rf "$log"' EXIT
export log
# Everything here runs for a minute or two; what the runtime would measure to be faster after ten is not earned back.
export DOTNET_TieredPGO=0

suite() { # name, passed, failed, exit code, seconds
  printf '%-28s %5d passed, %d failed  (%d s)\n' "$1" "$2" "$3" "$5"
  passed=$((passed + $2))
  failed=$((failed + $3))
  # A suite that ran nothing, or broke without naming a failure, is a failure.
  if [ "$2" -eq 0 ] || { [ "$4" -ne 0 ] && [ "$3" -eq 0 ]; }; then failed=$((failed + 1)); fi
}

number() { grep -aoE "$1" "$2" | tail -1 | grep -oE '[0-9]+' | tail -1 || echo 0; }

# Runs one suite into files: its words, its exit code, how long it took.
run() {
  local name=$1 begun=$SECONDS
  case "$name" in
    *.Tests) dotnet "tests/$name/bin/Release/net10.0/$name.dll" >"$log/$name" 2>&1 ;;
    browser) node --test --test-concurrency=2 tests/browser/*.test.mjs >"$log/$name" 2>&1 ;;
    *) node --test --test-concurrency=1 "tests/$name/"*.test.mjs >"$log/$name" 2>&1 ;;
  esac
  echo $? >"$log/$name.code"
  echo $((SECONDS - begun)) >"$log/$name.seconds"
}
export -f run

told() { # name, how passed and failed are said
  local code
  code=$(cat "$log/$1.code")
  # What failed is named once more at the end, where it is looked for.
  if [ "$code" -ne 0 ]; then cat "$log/$1"; sed 's/\x1b\[[0-9;]*m//g' "$log/$1" | grep -aE -A4 '^failed |^ *not ok ' | sed "s/^/$1: /" >>"$log/failures"; else grep '^# note:' "$log/$1" | sed 's/^# note: /  /' || true; fi
  suite "$1" "$(number "$2" "$log/$1")" "$(number "$3" "$log/$1")" "$code" "$(cat "$log/$1.seconds")"
}

# Code is laid out by the formatter the checkout names, and by nothing else.
if ! { dotnet tool restore && dotnet csharpier check .; } >"$log/format" 2>&1; then
  cat "$log/format"
  echo "Lay the code out with: dotnet csharpier format ."
  echo "0 passed, 1 failed"
  exit 1
fi

echo "Building"
# One compiler serves all projects, whatever the environment says, and is sent home afterwards.
dotnet build Gavvet.slnx -c Release -p:UseSharedCompilation=true >"$log/build" 2>&1
built=$?
dotnet build-server shutdown --vbcscompiler >/dev/null 2>&1
if [ "$built" -ne 0 ]; then
  cat "$log/build"
  echo "0 passed, 1 failed"
  exit 1
fi
echo "Format checked and built in $SECONDS s"

# What the browser is served is compiled ahead while the unit suites run.
dotnet publish src/Gavvet.Web -c Release --no-build >"$log/publish" 2>&1 &
served=$!

# The long ones first, so that both lanes end together.
projects=(Gavvet.Web.Tests Gavvet.Engraving.Tests Gavvet.Storage.Tests Gavvet.Worksheets.Tests)
for project in tests/*.Tests; do
  case " ${projects[*]} " in *" $(basename "$project") "*) ;; *) projects+=("$(basename "$project")") ;; esac
done
printf '%s\n' "${projects[@]}" | xargs -P 2 -I{} bash -c 'run {}'
for project in "${projects[@]}"; do told "$project" 'succeeded: [0-9]+' ' failed: [0-9]+'; done

if ! wait "$served"; then
  cat "$log/publish"
  echo "0 passed, 1 failed"
  exit 1
fi

# The storm measures waits, so nothing runs beside it.
for folder in oracle storm browser; do
  run "$folder"
  told "$folder" '^(#|ℹ) pass [0-9]+' '^(#|ℹ) fail [0-9]+'
done

if [ -s "$log/failures" ]; then
  echo
  cat "$log/failures"
fi
echo
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
