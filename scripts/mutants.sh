#!/usr/bin/env bash
# Mutants of the files that decide, floor by floor; see stryker.config.mjs. A floor under 80 % ends with an error.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
floors=("$@")
[ $# -gt 0 ] || floors=(core/{bag,acclimation,fish,box,quarantine,learning,supplies,calendar,consignment,choose} server/{stock,quarantine,bench,logbook} ui/pack/run)
broken=0
for floor in "${floors[@]}"; do
  echo "$floor"
  MUTANTS="$floor" npx --no-install stryker run || broken=1
done
exit $broken
