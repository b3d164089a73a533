// Command mutate changes numbers of the core's tables one by one, in a copy, and tells which change no test notices.
//
//	go run -C tools ./mutate [-n 80] [-seed 1] ..
package main

import (
	"flag"
	"fmt"
	"io/fs"
	"log"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// number is one figure in a table: where it stands and what it says.
type number struct {
	file       string
	line       int
	start, end int // in the line
}

var (
	figure    = regexp.MustCompile(`\d+(\.\d+)?`)
	constLine = regexp.MustCompile(`^\s*\w+\s+(\w+\s+)?=\s*-?\d`)
	tableLine = regexp.MustCompile(`^\s*(\w+:\s+)?\{?("[^"]*",\s*)*"?[^"]*"?,?\s*\d`)
)

// goTables are the Go files whose literals are tables, besides the constants of all.
var goTables = []string{"sign.go", "treatment.go", "removal.go", "work.go"}

func main() {
	n := flag.Int("n", 80, "how many numbers")
	seed := flag.Uint64("seed", 1, "which of them")
	flag.Parse()
	root, err := filepath.Abs(flag.Arg(0))
	if err != nil {
		log.Fatal(err)
	}
	copied, err := os.MkdirTemp("", "mutate")
	if err != nil {
		log.Fatal(err)
	}
	defer os.RemoveAll(copied)
	for _, part := range []string{"core", "go.mod", "go.sum"} {
		if out, err := exec.Command("cp", "-r", filepath.Join(root, part), copied).CombinedOutput(); err != nil {
			log.Fatalf("%s: %s", err, out)
		}
	}
	if out, err := tested(copied); err != nil {
		log.Fatalf("the tests fail before anything is changed:\n%s", out)
	}
	all := numbers(copied)
	r := rand.New(rand.NewPCG(*seed, 1))
	r.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	chosen := spread(all, *n)
	survived := 0
	for _, at := range chosen {
		original, err := os.ReadFile(filepath.Join(copied, at.file))
		if err != nil {
			log.Fatal(err)
		}
		was, is := change(copied, at)
		out, err := tested(copied)
		if err == nil {
			survived++
			fmt.Printf("NOT NOTICED  %s:%d  %s → %s\n", at.file, at.line+1, was, is)
		} else if strings.Contains(out, "[build failed]") {
			fmt.Printf("does not build  %s:%d  %s → %s\n", at.file, at.line+1, was, is)
		}
		if err := os.WriteFile(filepath.Join(copied, at.file), original, 0o600); err != nil {
			log.Fatal(err)
		}
	}
	fmt.Printf("%d of %d numbers tried (of %d): %d not noticed\n", len(chosen), *n, len(all), survived)
}

func tested(dir string) (string, error) {
	cmd := exec.Command("go", "test", "-short", "-failfast", "./core/...")
	cmd.Dir = dir
	out, err := cmd.CombinedOutput()
	return string(out), err
}

// numbers finds the figures of all tables: CSV cells, constants, and literals of the table files.
func numbers(dir string) []number {
	var out []number
	err := filepath.WalkDir(filepath.Join(dir, "core"), func(path string, d fs.DirEntry, err error) error {
		tests := strings.Contains(path, "testdata") || strings.HasSuffix(path, "_test.go")
		if err != nil || d.IsDir() || tests {
			return err
		}
		text, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		file, _ := filepath.Rel(dir, path)
		for i, line := range strings.Split(string(text), "\n") {
			if !holdsFigures(path, i, line) {
				continue
			}
			code, _, _ := strings.Cut(line, "//")
			for _, at := range figure.FindAllStringIndex(code, -1) {
				if standsAlone(code, at) {
					out = append(out, number{file, i, at[0], at[1]})
				}
			}
		}
		return nil
	})
	if err != nil {
		log.Fatal(err)
	}
	return out
}

func holdsFigures(path string, i int, line string) bool {
	switch {
	case strings.HasSuffix(path, ".csv"):
		return i > 0
	case !strings.HasSuffix(path, ".go"):
		return false
	case slices.Contains(goTables, filepath.Base(path)):
		return tableLine.MatchString(line) || constLine.MatchString(line)
	}
	return constLine.MatchString(line)
}

// standsAlone tells a figure from one that is part of a word, a quoted sentence or an index.
func standsAlone(line string, at []int) bool {
	quoted := strings.Count(line[:at[0]], `"`)%2 == 1
	before, after := " ", " "
	if at[0] > 0 {
		before = line[at[0]-1 : at[0]]
	}
	if at[1] < len(line) {
		after = line[at[1] : at[1]+1]
	}
	apart := func(s string) bool { return strings.ContainsAny(s, " ,;:(){}[]<>!?-*/+|\t") }
	return !quoted && apart(before) && apart(after)
}

// spread takes figures from all files in turn.
func spread(all []number, n int) []number {
	byFile := map[string][]number{}
	var files []string
	for _, a := range all {
		if byFile[a.file] == nil {
			files = append(files, a.file)
		}
		byFile[a.file] = append(byFile[a.file], a)
	}
	var out []number
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

// change makes a figure half as much again, at least by one.
func change(dir string, at number) (was, is string) {
	path := filepath.Join(dir, at.file)
	text, err := os.ReadFile(path)
	if err != nil {
		log.Fatal(err)
	}
	lines := strings.Split(string(text), "\n")
	was = lines[at.line][at.start:at.end]
	v, err := strconv.ParseFloat(was, 64)
	if err != nil {
		log.Fatal(err)
	}
	more := max(v*1.5, v+1)
	if strings.Contains(was, ".") {
		more = v*1.5 + 0.1
	}
	is = strconv.FormatFloat(float64(int(more*100))/100, 'f', -1, 64)
	if !strings.Contains(was, ".") {
		is = strconv.Itoa(int(more))
	}
	lines[at.line] = lines[at.line][:at.start] + is + lines[at.line][at.end:]
	if err := os.WriteFile(path, []byte(strings.Join(lines, "\n")), 0o600); err != nil {
		log.Fatal(err)
	}
	return was, is
}
