#!/usr/bin/env bash
# Installs what the checks need and runs all of them. The last line counts tests over all runners.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")"
export NEXT_TELEMETRY_DISABLED=1 NPM_CONFIG_UPDATE_NOTIFIER=false
failed=0
passed=0

note() { printf '\n== %s ==\n' "$1"; }
as_root() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi; }
# Chromium comes without a window where Debian has that, else whole.
if [ ! -x /usr/bin/chromium-headless-shell ] || ! command -v admesh >/dev/null; then
  note "Installing Chromium and a mesh checker (Debian packages)"
  as_root apt-get update -qq
  as_root apt-get install -y -qq chromium-headless-shell admesh >/dev/null ||
    as_root apt-get install -y -qq chromium admesh >/dev/null || [ -x /usr/bin/chromium ] || exit 1
fi
stamp=node_modules/.installed-lock
if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
  note "Installing packages"
  npm ci --no-audit --no-fund || exit 1
  cp package-lock.json "$stamp"
fi

# Checks without tests of their own count as one each. They run on two processors, and each says what it found in one
# piece.
mkdir -p .cache
found=$(mktemp -d)
lane() {
  for name in "$@"; do
    if npm run --silent "$name" >"$found/$name" 2>&1; then : >"$found/$name.passed"; fi
  done
}
lane build typecheck layers unused &
other=$!
lane lint format:check
wait "$other"
for name in build typecheck layers unused lint format:check; do
  note "npm run $name"
  cat "$found/$name"
  if [ -e "$found/$name.passed" ]; then passed=$((passed + 1)); else failed=$((failed + 1)); fi
done
rm -r "$found"

note "Unit tests"
# Silent: what tests print would bury the failures.
npx jest --silent --maxWorkers=2 --json --outputFile=.cache/jest.json || true
note "The interface in Chromium"
rm -f .cache/e2e.json
npx playwright test || true

count() {
  node -e '
    const fs = require("fs")
    const read = (f) => { try { return JSON.parse(fs.readFileSync(f, "utf8")) } catch { return null } }
    const jest = read(".cache/jest.json"), e2e = read(".cache/e2e.json")
    // A runner that left no report, or a suite that could not start, is a failure.
    const jp = jest ? jest.numPassedTests : 0, jf = jest ? jest.numFailedTests + jest.numRuntimeErrorTestSuites : 1
    const ep = e2e ? e2e.stats.expected + e2e.stats.flaky : 0, ef = e2e ? e2e.stats.unexpected + (e2e.errors?.length ?? 0) : 1
    console.log(jp + ep, jf + ef)'
}
read -r p f < <(count)
passed=$((passed + p))
failed=$((failed + f))
echo
echo "$passed passed, $failed failed"
[ "$failed" = 0 ]
