#!/usr/bin/env bash
# Bundles one program of the house with its sources: scripts/bundle.sh ENTRY OUT. It is written whole or not at all.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
mkdir -p "$(dirname "$2")"
node_modules/.bin/esbuild "$1" --bundle --platform=node --format=esm --packages=external --alias:@=. --outfile="$2.$$" --log-level=error
mv "$2.$$" "$2"
