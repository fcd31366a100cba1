#!/usr/bin/env bash
# Measures, in a Release build: ratios against what a teacher would use instead; with --gate what a teacher waits for;
# with --kills what a hundred SIGKILLs leave; with --storm what attacks and crowds do;
# with --practice a class of sixty at practice while the server is killed; with --phone a phone on a slow line;
# with --scans what is known, laid and read of simulated piles, 2,000 pages or as many as are said;
# with --learn-signs the reader of accidentals learns anew what ships with it.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
dotnet build Gavvet.slnx -c Release -v quiet >/dev/null || dotnet build Gavvet.slnx -c Release
dotnet publish src/Gavvet.Web -c Release --no-build -v quiet >/dev/null
if [ "${1:-}" = --gate ]; then exec node bench/gate.mjs; fi
if [ "${1:-}" = --kills ]; then exec node bench/kills.mjs; fi
if [ "${1:-}" = --storm ]; then exec node bench/storm.mjs "${2:-}"; fi
if [ "${1:-}" = --practice ]; then exec node bench/practice.mjs; fi
if [ "${1:-}" = --phone ]; then exec node bench/phone.mjs; fi
if [ "${1:-}" = --scans ]; then
  dotnet bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll sixty-scans
  exec dotnet bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll scans "${2:-2000}"
fi
if [ "${1:-}" = --learn-signs ]; then
  exec dotnet bench/Gavvet.Bench/bin/Release/net10.0/Gavvet.Bench.dll learn-signs "${2:-1500}" src/Gavvet.Scanning/Reading/signs.bin
fi
exec node bench/measure.mjs
