package main

import (
	"bufio"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"time"
)

// suite is one command that tests something.
type suite struct {
	name    string
	in      string // folder below the root
	args    []string
	env     []string
	longest time.Duration         // far more than it takes, also on a machine that is busy with others
	count   func(*result, string) // reads what it tells of its tests; nil = it has none
}

// A quiet machine needs minutes; a busy one may need many times as long, and is not wrong for it.
const (
	longest = 60 * time.Minute
	goTest  = "go test -json -count=1 -timeout 50m "
)

// suites are all there are, the longest first, so that what is short fills the gaps.
func suites() []suite {
	return []suite{
		browser(1),
		{
			name:  "Go",
			args:  shell(goTest + "$(go list ./cmd/... ./core/... ./internal/... ./standin/... | grep -v /internal/store$)"),
			count: countGo,
		},
		{
			name: "web: types, lint, format",
			in:   "web",
			args: shell("npm run --silent check && npx prettier --check --log-level warn src " +
				"../e2e/*.ts ../e2e/tests ../e2e/unit vite.config.ts eslint.config.js"),
		},
		browser(4), browser(3), browser(2),
		{
			// All tests of the store, and of the API those in which many ask at once. Its cgo needs a C compiler.
			name: "Go under the race detector",
			args: shell("export CGO_ENABLED=1; " + goTest + "-race ./internal/store; " +
				goTest + "-race -run AtOnce ./internal/httpapi"),
			count: countGo,
		},
		{
			name: "Go: vet, staticcheck, house rules",
			args: shell("test -z \"$(gofmt -l api cmd core internal standin tools)\"; go mod tidy -diff; go vet ./...; " +
				"go tool -modfile=tools/go.mod staticcheck ./cmd/... ./core/... ./internal/... ./standin/...; " +
				"go run -C tools ./houserules .."),
		},
		{
			name:  "TypeScript without a page",
			in:    "e2e",
			args:  playwright("--config=unit.config.ts"),
			count: countPlaywright,
		},
		{
			name: "contract, browser tests' types",
			args: shell("scripts/check-contract.sh; cd e2e; npx tsc --noEmit"),
		},
	}
}

func shell(line string) []string { return []string{"sh", "-ec", line} }

func playwright(args ...string) []string {
	return append([]string{"npx", "playwright", "test", "--reporter=list,json", "--output=$OUT/results"}, args...)
}

// browser is one quarter of the browser tests, with a demo and a database of its own: what one leaves there the others
// never see. Which file is in which quarter is always the same.
func browser(quarter int) suite {
	return suite{
		name:  fmt.Sprintf("browser, quarter %d", quarter),
		in:    "e2e",
		args:  playwright(fmt.Sprintf("--shard=%d/4", quarter)),
		count: countPlaywright,
	}
}

// countGo reads test2json's lines; of what was said it keeps what a failure said.
func countGo(r *result, _ string) {
	var said strings.Builder
	outputs := map[string]string{}
	lines := bufio.NewScanner(strings.NewReader(r.said))
	lines.Buffer(nil, 64<<20)
	for lines.Scan() {
		var e struct{ Action, Package, Test, Output string }
		if json.Unmarshal(lines.Bytes(), &e) != nil {
			fmt.Fprintln(&said, lines.Text()) // of the compiler
			continue
		}
		key := e.Package + " " + e.Test
		switch e.Action {
		case "output", "build-output":
			outputs[key] += e.Output
		case "pass":
			if e.Test != "" {
				r.passed++
			}
		case "fail":
			if e.Test != "" {
				r.failed++
				r.fails = append(r.fails, e.Package+" "+e.Test+"\n"+firstLines(outputs[key]))
			}
			said.WriteString(outputs[key])
		}
	}
	r.said = said.String() + outputs[" "]
}

// countPlaywright reads its report.
func countPlaywright(r *result, out string) {
	data, err := os.ReadFile(filepath.Join(out, "report.json"))
	if err != nil {
		return // it did not come so far: the log says why
	}
	var report struct {
		Stats  struct{ Expected, Unexpected, Flaky int }
		Suites []playwrightSuite
	}
	if json.Unmarshal(data, &report) == nil {
		r.passed, r.failed = report.Stats.Expected, report.Stats.Unexpected+report.Stats.Flaky
		for _, s := range report.Suites {
			r.fails = append(r.fails, s.fails()...)
		}
	}
	// What stood on the screen when a test failed.
	screens, _ := filepath.Glob(filepath.Join(out, "results", "*", "error-context.md"))
	for _, screen := range screens {
		text, _ := os.ReadFile(screen)
		r.said += string(text)
	}
}

// playwrightSuite is a file of its report, or a group in one.
type playwrightSuite struct {
	Suites []playwrightSuite
	Specs  []struct {
		Title, File string
		Line        int
		Ok          bool
		Tests       []struct {
			Results []struct {
				Errors []struct{ Message string }
			}
		}
	}
}

// fails are the tests that failed, each with what it said first.
func (s playwrightSuite) fails() (all []string) {
	for _, inner := range s.Suites {
		all = append(all, inner.fails()...)
	}
	for _, spec := range s.Specs {
		if spec.Ok {
			continue
		}
		said := ""
		for _, test := range spec.Tests {
			for _, result := range test.Results {
				for _, e := range result.Errors {
					said += firstLines(e.Message)
				}
			}
		}
		all = append(all, fmt.Sprintf("%s:%d %s\n%s", spec.File, spec.Line, spec.Title, said))
	}
	return all
}

var colours = regexp.MustCompile("\x1b\\[[0-9;]*m")

// firstLines of what a test said when it failed: enough to know why where only the end of a log is kept.
func firstLines(said string) string {
	const most = 16
	lines := strings.SplitAfterN(colours.ReplaceAllString(said, ""), "\n", most+1)
	return strings.TrimRight(strings.Join(lines[:min(most, len(lines))], ""), "\n") + "\n"
}
