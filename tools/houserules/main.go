// Command houserules holds what this house asks of the look of its Go code, beyond gofmt: lines that a person can read,
// conditions of three parts at most before one gets a name, and families of coating compared in tables, not in code.
//
//	go run -C tools ./houserules ..
package main

import (
	"bufio"
	"bytes"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"unicode/utf8"
)

const (
	widest        = 120 // columns, a tab counted as four
	widestOfTests = 165 // a row of a table of cases stays one line
	mostOf        = 3   // parts of one condition
	mostOfTests   = 6   // what is asserted at once is read together
	tabWidth      = "    "
)

var notOurs = []string{"node_modules", ".git", "var"}

func main() {
	faults := 0
	for _, root := range os.Args[1:] {
		err := filepath.WalkDir(root, func(path string, d os.DirEntry, err error) error {
			if err != nil {
				return err
			}
			if d.IsDir() && slices.Contains(notOurs, d.Name()) {
				return filepath.SkipDir
			}
			if isCode(path) {
				faults += check(path)
			}
			return nil
		})
		if err != nil {
			fmt.Fprintln(os.Stderr, "houserules:", err)
			os.Exit(2)
		}
	}
	if faults > 0 {
		fmt.Fprintf(os.Stderr, "%d places break the house rules\n", faults)
		os.Exit(1)
	}
}

// isCode leaves out what is generated.
func isCode(path string) bool {
	return strings.HasSuffix(path, ".go") && !strings.HasSuffix(path, ".gen.go")
}

func check(path string) (faults int) {
	source, err := os.ReadFile(path)
	if err != nil {
		fmt.Fprintln(os.Stderr, "houserules:", err)
		return 1
	}
	say := func(line int, format string, args ...any) {
		faults++
		fmt.Printf("%s:%d: %s\n", path, line, fmt.Sprintf(format, args...))
	}
	most, parted := widest, mostOf
	if strings.HasSuffix(path, "_test.go") {
		most, parted = widestOfTests, mostOfTests
	}
	lines := bufio.NewScanner(bytes.NewReader(source))
	lines.Buffer(nil, 1<<20)
	for n := 1; lines.Scan(); n++ {
		text := strings.ReplaceAll(lines.Text(), "\t", tabWidth)
		if width := utf8.RuneCountInString(text); width > most && !prose(text) {
			say(n, "%d columns wide, %d at most", width, most)
		}
	}
	files := token.NewFileSet()
	file, err := parser.ParseFile(files, path, source, 0)
	if err != nil {
		say(1, "%v", err)
		return faults
	}
	ast.Inspect(file, func(n ast.Node) bool {
		if call, is := n.(*ast.CallExpr); is && ladder(files, call) {
			say(files.Position(call.Pos()).Line, "a call of %d lines, an argument on each: that is for literals", len(call.Args)+2)
		}
		e, ok := n.(*ast.BinaryExpr)
		if !ok || !logical(e) {
			return true
		}
		if parts := operands(e); parts > parted {
			say(files.Position(e.Pos()).Line, "a condition of %d parts; give some of it a name", parts)
		}
		return false
	})
	return faults
}

// ladder is a call that is broken open with one argument on each line, and none of them a literal or a function.
func ladder(files *token.FileSet, call *ast.CallExpr) bool {
	const list = 8 // so many are a list
	if len(call.Args) < 2 || len(call.Args) >= list {
		return false
	}
	line := func(p token.Pos) int { return files.Position(p).Line }
	last := line(call.Lparen)
	for _, arg := range call.Args {
		switch arg := arg.(type) {
		case *ast.CompositeLit, *ast.FuncLit, *ast.BasicLit:
			return false
		case *ast.UnaryExpr:
			if _, literal := arg.X.(*ast.CompositeLit); literal {
				return false
			}
		}
		if line(arg.Pos()) == last {
			return false
		}
		last = line(arg.End())
	}
	return true
}

// prose is a line of a table that holds one sentence and little else.
var quoted = regexp.MustCompile("\"(?:[^\"\\\\]|\\\\.)*\"|`[^`]*`")

func prose(text string) bool {
	rest := quoted.ReplaceAllStringFunc(text, func(s string) string {
		if len(s) > 60 {
			return ""
		}
		return s
	})
	return utf8.RuneCountInString(strings.TrimSpace(rest)) <= 60
}

func logical(e *ast.BinaryExpr) bool { return e.Op == token.LAND || e.Op == token.LOR }

func operands(e ast.Expr) int {
	switch e := e.(type) {
	case *ast.ParenExpr:
		return operands(e.X)
	case *ast.UnaryExpr:
		return operands(e.X)
	case *ast.BinaryExpr:
		if logical(e) {
			return operands(e.X) + operands(e.Y)
		}
	}
	return 1
}
