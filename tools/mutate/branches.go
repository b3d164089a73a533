package main

import (
	"bytes"
	"go/ast"
	"go/format"
	"go/parser"
	"go/token"
	"log"
	"os"
	"path/filepath"
	"strings"
)

// edge is a bound moved onto or off its edge.
var edge = map[token.Token]token.Token{
	token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR,
}

// branchesOf finds what Go code decides: conditions, bounds, and statements that do something by themselves.
func branchesOf(root string, files []string) (out []mutant) {
	for _, file := range files {
		if !strings.HasSuffix(file, ".go") {
			continue
		}
		source, err := os.ReadFile(filepath.Join(root, file))
		if err != nil {
			log.Fatal(err)
		}
		out = append(out, branchesIn(file, source)...)
	}
	return out
}

func branchesIn(file string, source []byte) (out []mutant) {
	set := token.NewFileSet()
	tree, err := parser.ParseFile(set, file, source, parser.ParseComments)
	if err != nil {
		log.Fatal(err)
	}
	cut := func(kind string, from, to token.Pos, is string) {
		a, b := set.Position(from), set.Position(to)
		text := bytes.Join([][]byte{source[:a.Offset], []byte(is), source[b.Offset:]}, nil)
		if _, err := format.Source(text); err != nil {
			return
		}
		was := string(source[a.Offset:b.Offset])
		out = append(out, mutant{file: file, line: a.Line, kind: kind, was: short(was), is: short(is), text: text})
	}
	ast.Inspect(tree, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.IfStmt:
			if !onlyErrors(n) {
				at, end := set.Position(n.Cond.Pos()).Offset, set.Position(n.Cond.End()).Offset
				cut("condition", n.Cond.Pos(), n.Cond.End(), "!("+string(source[at:end])+")")
			}
		case *ast.BinaryExpr:
			if moved, bound := edge[n.Op]; bound {
				cut("bound", n.OpPos, n.OpPos+token.Pos(len(n.Op.String())), moved.String())
			}
		case *ast.AssignStmt:
			if n.Tok != token.DEFINE && n.Tok != token.ASSIGN {
				cut("statement", n.Pos(), n.End(), "")
			}
		case *ast.ExprStmt:
			cut("statement", n.Pos(), n.End(), "")
		}
		return true
	})
	return out
}

// onlyErrors is a condition on an error alone: what is done about it needs a broken database to be seen.
func onlyErrors(n *ast.IfStmt) bool {
	e, ok := n.Cond.(*ast.BinaryExpr)
	if !ok {
		return false
	}
	name, ok := e.X.(*ast.Ident)
	return ok && name.Name == "err"
}

func short(text string) string {
	const most = 70
	text = strings.Join(strings.Fields(text), " ")
	if len(text) > most {
		return text[:most] + "…"
	}
	return text
}
