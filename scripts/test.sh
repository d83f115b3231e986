#!/usr/bin/env bash
# Everything CI runs. The last line is the sum of unit, reference and browser tests.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export NEXT_TELEMETRY_DISABLED=1 CI=1
mkdir -p .kindly
broken=0

step() { # name, command …
  local name="$1" log=".kindly/${1// /-}.log"; shift
  local from=$SECONDS
  if "$@" >"$log" 2>&1; then echo "ok      $name ($((SECONDS - from)) s)"; else
    echo "FAILED  $name ($((SECONDS - from)) s), see $log"; tail -n 60 "$log"; broken=$((broken + 1)); return 1
  fi
}

# What was begun while installing: the compiled database, and the browser.
compiled() {
  local i
  for i in $(seq 300); do [ -s .kindly/installed ] && return; sleep 2; done
  cat .kindly/install.log; return 1
}
chromium() {
  local i
  for i in $(seq 150); do pgrep -f scripts/chromium.sh >/dev/null || break; sleep 2; done
  cat .kindly/apt-chromium.log 2>/dev/null
  scripts/chromium.sh
}

rm -f .kindly/jest.json .kindly/e2e.json
step lint npm run --silent lint
step words npm run --silent words
step types npm run --silent typecheck
step arrows npm run --silent arrows
step exports npm run --silent exports
step compiled compiled
step unit npm run --silent unit -- --json --outputFile=.kindly/jest.json
step build npm run --silent build && step size npx size-limit && step chromium chromium && step hard npm run --silent hard -- --short && step browser npx playwright test

echo "in all  $SECONDS s since installing"
node -e '
const fs = require("fs");
let passed = 0, failed = Number(process.argv[1]) , skipped = 0;
const read = (f) => { try { return JSON.parse(fs.readFileSync(f, "utf8")); } catch { return null; } };
const jest = read(".kindly/jest.json"), e2e = read(".kindly/e2e.json");
if (jest) { passed += jest.numPassedTests; skipped += jest.numPendingTests; if (jest.numFailedTests) failed += jest.numFailedTests - 1; }
if (e2e && e2e.stats.flaky) console.log(`${e2e.stats.flaky} browser tests needed a second go: see .kindly/browser.log`);
if (e2e) { passed += e2e.stats.expected + e2e.stats.flaky; skipped += e2e.stats.skipped; if (e2e.stats.unexpected) failed += e2e.stats.unexpected - 1; }
console.log(`${passed} passed, ${failed} failed${skipped ? `, ${skipped} skipped` : ""}`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
' "$broken"
