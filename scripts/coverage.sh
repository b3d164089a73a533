#!/usr/bin/env bash
# What of the screens the browser suite runs, by folder. The screens are built once with their sources, and as ever after.
set -uo pipefail
cd "$(dirname "$0")/.."
root=$PWD
trap 'cd "$root" && rm -f internal/webui/dist/index.html bin/firmitas && make -s build' EXIT
(cd web && npx vite build --logLevel warn --sourcemap inline) && go build -o bin/firmitas ./cmd/firmitas || exit 1
cd e2e
rm -rf test-results/coverage
COVERAGE=1 npx playwright test --reporter=dot "$@"
