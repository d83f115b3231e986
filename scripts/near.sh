#!/usr/bin/env bash
# What a change touches: types, lint and form of the changed files, and the tests that lean on them. Against the last commit,
# or against another: npm run near -- main~3.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
mapfile -t changed < <({ git diff --name-only --diff-filter=d "${1:-HEAD}"; git ls-files --others --exclude-standard; } | sort -u)
mapfile -t code < <(printf '%s\n' "${changed[@]}" | grep -E '\.(tsx?|mjs|cjs)$')
[ ${#changed[@]} -eq 0 ] && { echo "Nothing has changed."; exit 0; }
broken=0
try() { # name, command …
  local name="$1" from=$SECONDS out; shift
  if out=$("$@" 2>&1); then echo "ok      $name ($((SECONDS - from)) s)"; else
    echo "FAILED  $name ($((SECONDS - from)) s)"; printf '%s\n' "$out" | tail -n 60; broken=1; fi
}
try types npm run --silent typecheck
try form npx oxfmt --check --no-error-on-unmatched-pattern "${changed[@]}"
if [ ${#code[@]} -gt 0 ]; then
  try lint npx oxlint "${code[@]}"
  try tests npx jest --findRelatedTests --passWithNoTests --testPathIgnorePatterns truth packing orders keep any-order -- "${code[@]}"
fi
exit $broken
