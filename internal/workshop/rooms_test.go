package workshop

import (
	"go/parser"
	"go/token"
	"os"
	"path"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// The rooms in the order in which they may know each other.
var order = []string{
	"sums", "record", "house", "shelf", "piece", "air", "calendar", "intake", "choosing", "logbook", "handover", "books",
}

// A room knows only those before it, and none knows who asks.
func TestARoomKnowsOnlyThoseBeforeIt(t *testing.T) {
	const ours = "firmitas/internal/workshop/"
	rooms, err := filepath.Glob("*/")
	if err != nil {
		t.Fatal(err)
	}
	for _, room := range rooms {
		at := slices.Index(order, path.Clean(room))
		if info, err := os.Stat(room); err != nil || !info.IsDir() {
			continue
		}
		if at < 0 {
			t.Errorf("%s stands nowhere in the order of the rooms", room)
			continue
		}
		files, _ := filepath.Glob(filepath.Join(room, "*.go"))
		for _, file := range files {
			tree, err := parser.ParseFile(token.NewFileSet(), file, nil, parser.ImportsOnly)
			if err != nil {
				t.Fatal(err)
			}
			for _, i := range tree.Imports {
				imported, _ := strconv.Unquote(i.Path.Value)
				if other, is := strings.CutPrefix(imported, ours); is && slices.Index(order, other) >= at {
					t.Errorf("%s knows %s, which comes after it", file, other)
				}
				if strings.HasPrefix(imported, "firmitas/internal/httpapi") || strings.HasPrefix(imported, "firmitas/api") {
					t.Errorf("%s knows %s", file, imported)
				}
			}
		}
	}
}
