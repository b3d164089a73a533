#!/bin/sh
# Fails when the generated sides of the contract are not what api/openapi.yaml makes now.
set -eu
new=$(mktemp -d)
trap 'rm -rf "$new"' EXIT
sed "s#^output:.*#output: $new/api.gen.go#" api/generate.yaml >"$new/generate.yaml"
go tool oapi-codegen -config "$new/generate.yaml" api/openapi.yaml
(cd web && npx openapi-typescript ../api/openapi.yaml -o "$new/schema.gen.ts" >/dev/null 2>&1)
for pair in api/api.gen.go web/src/api/schema.gen.ts; do
  diff -q "$pair" "$new/$(basename "$pair")" >/dev/null || { echo "$pair is not current: run make contract" >&2; exit 1; }
done
echo "The contract's generated sides are current."
