// Command mutate changes numbers and branches one by one, in a copy, and tells which change no test notices: each is a
// place whose meaning nothing holds.
//
//	go run -C tools ./mutate [-numbers 150] [-branches 80] [-seed 1] [-only compat] [-these 3,17] ..
//
// A number becomes half as much again. A branch is negated, a bound moved onto or off its edge, or a statement left
// out.
// Of internal/workshop the API's tests are asked, of the core its own, those of the changed package first: what only a
// test of the whole program would notice counts as not noticed.
package main

import (
	"flag"
	"fmt"
	"log"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"time"
)

// mutant is one change of one file.
type mutant struct {
	file string // from the root
	line int
	kind string
	was  string
	is   string
	text []byte // the file with the change
}

const longestTest = "4m" // a change may make a loop endless

func main() {
	numbers := flag.Int("numbers", 150, "how many numbers")
	branches := flag.Int("branches", 80, "how many branches")
	seed := flag.Uint64("seed", 1, "which of them")
	only := flag.String("only", "", "only files whose path holds this")
	these := flag.String("these", "", "only these of them, by the number that was printed: after a test was added")
	flag.Parse()
	root, err := filepath.Abs(flag.Arg(0))
	if err != nil {
		log.Fatal(err)
	}
	copied, err := os.MkdirTemp("", "mutate-")
	if err != nil {
		log.Fatal(err)
	}
	defer os.RemoveAll(copied)
	for _, part := range []string{"api", "core", "internal", "standin", "go.mod", "go.sum"} {
		if out, err := exec.Command("cp", "-r", filepath.Join(root, part), copied).CombinedOutput(); err != nil {
			log.Fatalf("%s: %s", err, out)
		}
	}
	files := sources(copied, *only)
	r := rand.New(rand.NewPCG(*seed, 1))
	chosen := append(spread(r, numbersOf(copied, files), *numbers), spread(r, branchesOf(copied, files), *branches)...)
	tried, survived := map[string]int{}, map[string]int{}
	for n, m := range chosen {
		if *these != "" && !slices.Contains(strings.Split(*these, ","), strconv.Itoa(n+1)) {
			continue
		}
		began := time.Now()
		verdict := m.tried(copied)
		if verdict != unbuilt {
			tried[m.group()]++
		}
		if verdict == unnoticed {
			survived[m.group()]++
		}
		fmt.Printf("%d/%d %-12s %s:%d  %s: %s → %s  (%.0f s)\n",
			n+1, len(chosen), verdict, m.file, m.line, m.kind, m.was, m.is, time.Since(began).Seconds())
	}
	for _, group := range []string{"numbers", "branches"} {
		fmt.Printf("%s: %d tried, %d not noticed\n", group, tried[group], survived[group])
	}
}

func (m mutant) group() string {
	if m.kind == "number" {
		return "numbers"
	}
	return "branches"
}

const (
	noticed   = "noticed"
	unnoticed = "NOT NOTICED"
	unbuilt   = "no program"
)

// tried tells whether any test notices a change.
func (m mutant) tried(root string) string {
	path := filepath.Join(root, m.file)
	original, err := os.ReadFile(path)
	if err != nil {
		log.Fatal(err)
	}
	defer func() {
		if err := os.WriteFile(path, original, 0o600); err != nil {
			log.Fatal(err)
		}
	}()
	if err := os.WriteFile(path, m.text, 0o600); err != nil {
		log.Fatal(err)
	}
	for _, packages := range m.asks(root) {
		args := append([]string{"test", "-vet=off", "-failfast", "-timeout", longestTest}, packages...)
		cmd := exec.Command("go", args...)
		cmd.Dir = root
		out, err := cmd.CombinedOutput()
		if strings.Contains(string(out), "[build failed]") {
			return unbuilt
		}
		if err != nil {
			return noticed
		}
	}
	return unnoticed
}

// asks are the packages whose tests may notice a change, in the order in which they are asked: its own, then those of
// the core that stand on it.
func (m mutant) asks(root string) [][]string {
	own := "./" + filepath.Dir(m.file)
	if strings.HasPrefix(m.file, "internal/workshop") {
		return [][]string{{own}, {"./internal/httpapi"}}
	}
	if on := standingOn(root, "firmitas/"+filepath.Dir(m.file)); len(on) > 0 {
		return [][]string{{own}, on}
	}
	return [][]string{{own}}
}

// standingOn are the packages of the core that import one, themselves or through others.
func standingOn(root, one string) (out []string) {
	cmd := exec.Command("go", "list", "-test", "-f", `{{.ImportPath}} {{join .Deps " "}}`, "./core/...")
	cmd.Dir = root
	lines, err := cmd.Output()
	if err != nil {
		log.Fatal(err)
	}
	for _, line := range strings.Split(string(lines), "\n") {
		words := strings.Fields(strings.ReplaceAll(line, ".test", ""))
		if len(words) == 0 || words[0] == one || strings.Contains(words[0], "[") {
			continue
		}
		if imports := slices.Contains(words[1:], one); imports && !slices.Contains(out, words[0]) {
			out = append(out, words[0])
		}
	}
	return out
}

// sources are the files whose meaning is asked for: tables and code of the core and of the use cases.
func sources(root, only string) (out []string) {
	for _, dir := range []string{"core", "internal/workshop"} {
		err := filepath.WalkDir(filepath.Join(root, dir), func(path string, d os.DirEntry, err error) error {
			ofTests := strings.Contains(path, "testdata") || strings.HasSuffix(path, "_test.go")
			if err != nil || d.IsDir() || ofTests {
				return err
			}
			file, err := filepath.Rel(root, path)
			if strings.Contains(file, only) {
				out = append(out, file)
			}
			return err
		})
		if err != nil {
			log.Fatal(err)
		}
	}
	return out
}

// spread takes so many from all files in turn, at random within each.
func spread(r *rand.Rand, all []mutant, n int) (out []mutant) {
	r.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	byFile := map[string][]mutant{}
	var files []string
	for _, m := range all {
		if byFile[m.file] == nil {
			files = append(files, m.file)
		}
		byFile[m.file] = append(byFile[m.file], m)
	}
	for round := 0; len(out) < n; round++ {
		before := len(out)
		for _, f := range files {
			if round < len(byFile[f]) && len(out) < n {
				out = append(out, byFile[f][round])
			}
		}
		if len(out) == before {
			break
		}
	}
	return out
}
