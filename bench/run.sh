#!/usr/bin/env bash
# Measures, in a Release build: ratios against what a teacher would use instead; with --gate what a teacher waits for;
# with --kills what a hundred SIGKILLs leave; with --storm what attacks and crowds do;
# with --practice a class of sixty at practice while the server is killed; with --phone a phone on a slow line.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
dotnet build Gavvet.slnx -c Release -v quiet >/dev/null || dotnet build Gavvet.slnx -c Release
dotnet publish src/Gavvet.Web -c Release --no-build -v quiet >/dev/null
if [ "${1:-}" = --gate ]; then exec node bench/gate.mjs; fi
if [ "${1:-}" = --kills ]; then exec node bench/kills.mjs; fi
if [ "${1:-}" = --storm ]; then exec node bench/storm.mjs "${2:-}"; fi
if [ "${1:-}" = --practice ]; then exec node bench/practice.mjs; fi
if [ "${1:-}" = --phone ]; then exec node bench/phone.mjs; fi
exec node bench/measure.mjs
