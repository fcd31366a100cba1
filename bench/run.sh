#!/usr/bin/env bash
# Measures, in a Release build: ratios against what a teacher would use instead, or with --gate the wait for an edit.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
dotnet build Gavvet.slnx -c Release -v quiet >/dev/null || dotnet build Gavvet.slnx -c Release
if [ "${1:-}" = --gate ]; then exec node bench/gate.mjs; fi
exec node bench/measure.mjs
