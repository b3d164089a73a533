#!/usr/bin/env bash
# Asks for an hour at most what make test asks in a sample. The seed is new unless one is given.
set -euo pipefail
cd "$(dirname "$0")/.."
seed=${1:-$(date +%s)}
echo "soak: seed $seed (make soak SEED=$seed asks the same again)"
roomy=$(df --output=avail -B1G /dev/shm 2>/dev/null | tail -1 || echo 0)
[ "${roomy:-0}" -gt 4 ] && export TMPDIR=/dev/shm
FIRMITAS_SOAK=$seed timeout --kill-after=60 3600 \
  go test -count=1 -timeout 58m ./core/... ./internal/store ./internal/httpapi ./cmd/...
