#!/usr/bin/env bash
# Runs the browser tests in two halves side by side, each with a demo and a database of its own: what one half leaves
# there the other never sees. Which file is in which half is always the same.
set -uo pipefail
cd "$(dirname "$0")/../e2e"
log=$(mktemp)
trap 'kill "$second" 2>/dev/null; rm -f "$log"' EXIT # also where the first half was broken off
npx playwright test --shard=2/2 --output=test-results/2 >"$log" 2>&1 </dev/null &
second=$!
failed=0
npx playwright test --shard=1/2 --output=test-results/1 </dev/null || failed=1
wait "$second" || failed=1
cat "$log"
exit "$failed"
