package main

import (
	"log"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

var (
	figure    = regexp.MustCompile(`\d+(\.\d+)?`)
	prose     = regexp.MustCompile(`^[“"(]?\pL[\pL’-]*[.;:)”"]*$`)
	constLine = regexp.MustCompile(`^\s*\w+\s+(\w+\s+)?=\s*-?\d`)
	tableLine = regexp.MustCompile(`^\s*(\w+:\s+)?\{?("[^"]*",\s*)*"?[^"]*"?,?\s*\d`)
)

// goTables are the Go files whose literals are tables, besides the constants of all.
var goTables = []string{"sign.go", "treatment.go", "removal.go", "work.go", "place.go", "quote.go"}

// numbersOf finds the figures of all tables: CSV cells, constants, and literals of the table files.
func numbersOf(root string, files []string) (out []mutant) {
	for _, file := range files {
		text, err := os.ReadFile(filepath.Join(root, file))
		if err != nil {
			log.Fatal(err)
		}
		lines := strings.Split(string(text), "\n")
		for i, line := range lines {
			if !holdsFigures(file, i, line) {
				continue
			}
			code := line
			if strings.HasSuffix(file, ".go") {
				code, _, _ = strings.Cut(line, "//")
			}
			for _, at := range figure.FindAllStringIndex(code, -1) {
				if !standsAlone(code, at) || strings.HasSuffix(file, ".csv") && inProse(code, at) {
					continue
				}
				was := code[at[0]:at[1]]
				is := more(was)
				changed := slices.Clone(lines)
				changed[i] = line[:at[0]] + is + line[at[1]:]
				text := []byte(strings.Join(changed, "\n"))
				out = append(out, mutant{file: file, line: i + 1, kind: "number", was: was, is: is, text: text})
			}
		}
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

// inProse tells a figure of a sentence that is shown from one that is reckoned with.
func inProse(line string, at []int) bool {
	from := strings.LastIndexByte(line[:at[0]], ',') + 1
	to := strings.IndexByte(line[at[1]:], ',')
	if to < 0 {
		to = len(line) - at[1]
	}
	const mostOfNotation = 1 // of several words: "silicone:5 grease:3" has no space within a word
	words := 0
	for _, word := range strings.Fields(line[from : at[1]+to]) {
		if prose.MatchString(word) {
			words++
		}
	}
	return words > mostOfNotation
}

// more is a figure half as much again, at least by one where it is whole.
func more(was string) string {
	v, err := strconv.ParseFloat(was, 64)
	if err != nil {
		log.Fatal(err)
	}
	if strings.Contains(was, ".") {
		return strconv.FormatFloat(float64(int((v*1.5+0.1)*100))/100, 'f', -1, 64)
	}
	return strconv.Itoa(int(max(v*1.5, v+1)))
}
