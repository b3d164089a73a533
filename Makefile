# make demo   from a bare machine to the running demo
# make start  from a bare machine to a workshop of one's own, kept in ~/firmitas-data
# make test   everything there is to test, in a table
# make soak   the same questions asked for an hour, from a new seed
MARIADB  = mariadb-server:/usr/sbin/mariadbd
CHROMIUM = chromium-headless-shell:/usr/bin/chromium-headless-shell chromium:/usr/bin/chromium
POPPLER  = poppler-utils:/usr/bin/pdftotext qpdf:/usr/bin/qpdf
FONTS    = fonts-droid-fallback:/usr/share/fonts/truetype/droid/DroidSansFallbackFull.ttf
ADDR    ?= 127.0.0.1:8470
NPM_CI   = npm ci --no-audit --no-fund --loglevel=error
GO_FILES = $(shell find api cmd core docs/docs.go docs/formats.md docs/formats internal standin -type f -not -path '*/testdata/*' -not -path '*/webui/dist/*') go.mod go.sum
WEB_FILES = $(shell find web/src web/public -type f) web/index.html web/vite.config.ts

# What was built in one clone is built for the next.
export GOFLAGS = -trimpath
C_COMPILER = gcc:/usr/bin/gcc libc6-dev:/usr/include/stdlib.h

.PHONY: demo start test soak clocks build contract bench measure mutate coverage screenshots clean

demo: build
	@scripts/need.sh $(MARIADB) $(FONTS)
	./bin/firmitas demo -addr $(ADDR)

start: build
	@scripts/need.sh $(MARIADB) $(FONTS)
	./bin/firmitas start $(START_FLAGS)

test: build e2e/node_modules/.installed
	@scripts/need.sh $(MARIADB) $(CHROMIUM) $(POPPLER) $(FONTS) $(C_COMPILER)
	@go run -C tools ./suites ..

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

# Long searches: random rooms, replays, shelves, cards, races, 200 kills, fuzz. An hour at most; SEED=n asks the same again.
soak:
	@scripts/need.sh $(MARIADB) $(POPPLER) $(FONTS)
	@scripts/soak.sh $(SEED)

# The browser tests as if it were another moment, in other time zones.
clocks: build e2e/node_modules/.installed
	@scripts/need.sh $(MARIADB) $(CHROMIUM)
	@scripts/clocks.sh

bench:
	@scripts/need.sh $(MARIADB)
	go test -run '^$$' -bench . ./core/... ./internal/...

# The table of docs/performance.md, measured on this machine.
measure:
	@scripts/need.sh $(MARIADB)
	go test -run Measure -v ./internal/httpapi -measure | grep '^|'

# Changes numbers and branches one by one, in a copy, and tells which change no test notices. Not part of test.
mutate:
	go run -C tools ./mutate ..

# What of the screens the browser tests run, by folder.
coverage: build e2e/node_modules/.installed
	@scripts/need.sh $(MARIADB) $(CHROMIUM)
	@scripts/coverage.sh

# One current picture of each main view, from the demo's data.
screenshots: build e2e/node_modules/.installed
	@scripts/need.sh $(MARIADB) $(CHROMIUM)
	cd e2e && SCREENSHOTS=1 npx playwright test screenshots

clean:
	rm -rf bin var e2e/test-results
	rm -rf internal/webui/dist/.vite internal/webui/dist/assets internal/webui/dist/*.html internal/webui/dist/icon.svg
