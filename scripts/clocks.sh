#!/usr/bin/env bash
# Runs the browser tests at moments and in time zones at which days are told wrongly most easily. A demo's clock, its
# workshop's zone and the browser's are set; CLOCKS="moment zone;moment zone" runs others.
set -uo pipefail
cd "$(dirname "$0")/../e2e"
moments=${CLOCKS:-"2026-03-02T23:58:00+00:00 Europe/London
2026-03-29T00:20:00+00:00 Europe/London
2026-10-25T00:20:00+01:00 Europe/London
2028-02-29T10:00:00+00:00 Europe/London
2026-12-31T23:20:00+00:00 Europe/London
2026-03-02T19:30:00-05:00 America/New_York
2026-03-08T01:30:00-05:00 America/New_York
2026-11-01T00:40:00-04:00 America/New_York
2026-12-31T21:00:00-05:00 America/New_York
2026-03-03T07:10:00+13:00 Pacific/Auckland
2026-04-05T01:30:00+13:00 Pacific/Auckland
2026-09-27T01:30:00+12:00 Pacific/Auckland
2026-12-31T23:20:00+13:00 Pacific/Auckland"}
failed=0
while read -r at zone; do
  [ -n "$at" ] || continue
  log=$(mktemp)
  FIRMITAS_AT=$at FIRMITAS_ZONE=$zone npx playwright test --reporter=list "$@" >"$log" 2>&1 </dev/null || failed=1
  printf '%-28s %-18s %s\n' "$at" "$zone" "$(grep -E '^ +[0-9]+ (passed|failed)' "$log" | tr -s ' ' | tr '\n' ' ')"
  grep -E '^ +\[.*\] ›|^ +[0-9]+\) ' "$log" | sort -u
  rm -f "$log"
done <<<"${moments//;/$'\n'}"
exit "$failed"
