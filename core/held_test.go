package core

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// figures are the numbers of every table and constant of the core, as they stand in its source: "package.Name: 1 2 3".
func figures(t *testing.T) []string {
	t.Helper()
	var out []string
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		source := strings.HasSuffix(path, ".go") && !strings.HasSuffix(path, "_test.go")
		if err != nil || d.IsDir() || !source {
			return err
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		if err != nil {
			return err
		}
		for _, decl := range file.Decls {
			if gen, ok := decl.(*ast.GenDecl); ok && gen.Tok != token.IMPORT {
				out = append(out, figuresOf(file.Name.Name, gen)...)
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	slices.Sort(out)
	return out
}

func figuresOf(pkg string, gen *ast.GenDecl) []string {
	var out []string
	for _, spec := range gen.Specs {
		value, ok := spec.(*ast.ValueSpec)
		if !ok {
			continue
		}
		var numbers []string
		for _, expr := range value.Values {
			ast.Inspect(expr, func(n ast.Node) bool {
				if lit, ok := n.(*ast.BasicLit); ok && (lit.Kind == token.INT || lit.Kind == token.FLOAT) {
					numbers = append(numbers, lit.Value)
				}
				return true
			})
		}
		if len(numbers) > 0 {
			out = append(out, fmt.Sprintf("%s.%s: %s", pkg, value.Names[0].Name, strings.Join(numbers, " ")))
		}
	}
	return out
}

// The figures of the core are entered twice, as books are: one that is changed in one place only is found here. When a
// figure is meant to change, HELD=1 writes the second entry anew, and its diff is what a reader argues with.
func TestFiguresAreEnteredTwice(t *testing.T) {
	got := strings.Join(figures(t), "\n") + "\n"
	const file = "testdata/figures.txt"
	if os.Getenv("HELD") != "" {
		if err := os.WriteFile(file, []byte(got), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	known := strings.Split(string(want), "\n")
	for _, line := range strings.Split(got, "\n") {
		if !slices.Contains(known, line) {
			t.Errorf("not as entered: %s", line)
		}
	}
	if got != string(want) && !t.Failed() {
		t.Error("a figure that was entered is gone")
	}
}
