# make demo   from a bare machine to the running demo
# make test   everything there is to test
MARIADB  = mariadb-server:/usr/sbin/mariadbd
CHROMIUM = chromium:/usr/bin/chromium
POPPLER  = poppler-utils:/usr/bin/pdftotext
ADDR    ?= 127.0.0.1:8470
NPM_CI   = npm ci --no-audit --no-fund --loglevel=error
GO_FILES = $(shell find api cmd core internal standin -name '*.go' -o -name '*.sql' -o -name '*.csv') go.mod go.sum
WEB_FILES = $(shell find web/src web/public -type f) web/index.html web/vite.config.ts

.PHONY: demo test build contract check-contract lint test-go test-race test-e2e bench measure mutate screenshots clean

demo: build
	@scripts/need.sh $(MARIADB)
	./bin/firmitas demo -addr $(ADDR)

test: check-contract lint build test-go test-race test-e2e
	@echo "All tests passed."

build: bin/firmitas

bin/firmitas: $(GO_FILES) internal/webui/dist/index.html
	go build -o $@ ./cmd/firmitas

internal/webui/dist/index.html: $(WEB_FILES) web/node_modules/.installed
	cd web && npx vite build --logLevel warn

web/node_modules/.installed: web/package-lock.json
	cd web && $(NPM_CI) && touch node_modules/.installed

e2e/node_modules/.installed: e2e/package-lock.json
	cd e2e && PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 $(NPM_CI) && touch node_modules/.installed

# The Go and TypeScript sides of api/openapi.yaml.
contract: web/node_modules/.installed
	go tool oapi-codegen -config api/generate.yaml api/openapi.yaml
	cd web && npm run --silent types

check-contract: web/node_modules/.installed
	@scripts/check-contract.sh

lint: web/node_modules/.installed e2e/node_modules/.installed
	test -z "$$(gofmt -l api cmd core internal standin tools)"
	go vet ./...
	go tool -modfile=tools/go.mod staticcheck ./cmd/... ./core/... ./internal/... ./standin/...
	go run -C tools ./houserules ..
	cd web && npm run --silent check
	cd web && npx prettier --check --log-level warn src ../e2e/*.ts ../e2e/tests vite.config.ts eslint.config.js
	cd e2e && npx tsc --noEmit

test-go:
	@scripts/need.sh $(MARIADB) $(POPPLER)
	go test -cover ./cmd/... ./core/... ./internal/... ./standin/...

# The race detector over what many ask at once: its cgo needs a C compiler.
test-race:
	@scripts/need.sh $(MARIADB) gcc:/usr/bin/gcc libc6-dev:/usr/include/stdlib.h
	CGO_ENABLED=1 go test -race -run AtOnce ./internal/httpapi
	CGO_ENABLED=1 go test -race ./internal/store

test-e2e: build e2e/node_modules/.installed
	@scripts/need.sh $(MARIADB) $(CHROMIUM)
	@scripts/halves.sh

bench:
	@scripts/need.sh $(MARIADB)
	go test -run '^$$' -bench . ./core/... ./internal/...

# The table of docs/performance.md, measured on this machine.
measure:
	@scripts/need.sh $(MARIADB)
	go test -run Measure -v ./internal/httpapi -measure | grep '^|'

# Changes numbers of the core's tables one by one, in a copy, and tells which change no test notices. Not part of test.
mutate:
	go run -C tools ./mutate -n 80 ..

# One current picture of each main view, from the demo's data.
screenshots: build e2e/node_modules/.installed
	@scripts/need.sh $(MARIADB) $(CHROMIUM)
	cd e2e && SCREENSHOTS=1 npx playwright test screenshots

clean:
	rm -rf bin var e2e/test-results
	rm -rf internal/webui/dist/.vite internal/webui/dist/assets internal/webui/dist/*.html internal/webui/dist/icon.svg
