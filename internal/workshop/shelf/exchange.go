package shelf

import (
	"context"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/internal/document"
	"firmitas/internal/problem"
	"firmitas/internal/spreadsheet"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// What becomes of an imported line, or would.
const (
	LineNew     = "new"
	LineChange  = "change"
	LineSame    = "same"
	LineRefused = "refused"
)

// ImportLine is one line of a file, with what becomes of it.
type ImportLine struct {
	Number   int
	Name     string
	What     string
	Changes  []document.Change // of a product that is there; of a new one none
	Empty    []document.Change // what stands empty in the line and not on the shelf
	Unclear  []document.Cell   // numbers that can be read in two ways
	Problems []document.Cell
}

// ImportReport tells of every line; Saved when something was. While a number is unclear nothing is.
type ImportReport struct {
	Lines []ImportLine
	Read  string          // how
	Aside []document.Cell // columns that mean nothing here
	Saved bool
}

// Count of lines of which this becomes.
func (r ImportReport) Count(what string) int {
	n := 0
	for _, l := range r.Lines {
		if l.What == what {
			n++
		}
	}
	return n
}

// Unclear tells whether any number can be read in two ways.
func (r ImportReport) Unclear() bool {
	return slices.ContainsFunc(r.Lines, func(l ImportLine) bool { return len(l.Unclear) > 0 })
}

const (
	mostLines    = 5000 // of a file
	mostProducts = 5000 // of a shelf, retired ones among them
)

var errShelfFull = problem.Refuse(fmt.Sprintf("A shelf holds at most %d products.", mostProducts))

// Export writes all products, retired ones too, as csv, with a byte order mark where one is asked for, or as json.
func (s *Service) Export(ctx context.Context, format string, mark bool, w io.Writer) error {
	home, err := s.house.ID(ctx)
	if err != nil {
		return err
	}
	rows, err := s.store.Shelf(ctx, home)
	if err != nil {
		return err
	}
	products := make([]document.Product, len(rows))
	for i, row := range rows {
		products[i] = record.ToDocument(row)
	}
	if format == "csv" {
		return document.WriteCSV(w, products, mark)
	}
	return document.WriteJSON(w, products)
}

// Import reads products from a file. Products are the same when name and sheen are. All lines are taken in or none,
// unless the refused ones may be left out. Of a product that is there a line changes what it says, and no more. A dry
// run saves nothing.
func (s *Service) Import(ctx context.Context, how Importing, file []byte) (ImportReport, error) {
	read, err := document.ReadProducts(file, how.Decimal)
	if errors.Is(err, spreadsheet.ErrUnreadable) {
		return ImportReport{}, problem.At("", problem.SentenceOf(err))
	}
	if err != nil {
		return ImportReport{}, err
	}
	if len(read.Lines) > mostLines {
		return ImportReport{}, problem.At("", fmt.Sprintf(
			"%d products are more than the %d taken at once.", len(read.Lines), mostLines,
		))
	}
	return house.Writing(ctx, s.house, func(ctx context.Context) (ImportReport, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return ImportReport{}, err
		}
		rows, err := s.store.Shelf(ctx, home)
		if err != nil {
			return ImportReport{}, err
		}
		in := newImporting(rows, how.EmptyCells)
		for _, l := range read.Lines {
			if err := in.take(l); err != nil {
				return ImportReport{}, err
			}
		}
		report := ImportReport{Read: read.Read, Aside: read.Aside, Lines: in.report}
		blocked := report.Count(LineRefused) > 0 && !how.LeaveOut || report.Unclear()
		if how.DryRun || blocked || len(in.fresh)+len(in.changed) == 0 {
			return report, nil
		}
		if len(rows)+len(in.fresh) > mostProducts {
			return report, errShelfFull
		}
		for i := range in.fresh {
			in.fresh[i].WorkshopID = home
		}
		report.Saved = true
		return report, nameTaken(s.store.ImportProducts(ctx, in.fresh, in.changed), "")
	})
}

// Importing is how a file is taken in.
type Importing struct {
	DryRun     bool // nothing is saved
	LeaveOut   bool // refused lines are passed over
	EmptyCells bool // an empty cell takes away what is there
	Decimal    document.Mark
}

// importing sorts the lines of a file by what becomes of them.
type importing struct {
	known          map[string]store.Product // on the shelf, by name and sheen
	seen           map[string]int           // in the file, by line
	fresh, changed []store.Product
	report         []ImportLine
	emptyCells     bool
}

func newImporting(shelf []store.Product, emptyCells bool) *importing {
	in := &importing{known: map[string]store.Product{}, seen: map[string]int{}, emptyCells: emptyCells}
	for _, row := range shelf {
		in.known[keyOf(row.Name, row.Sheen)] = row
	}
	return in
}

func (in *importing) take(l document.Line) error {
	out := ImportLine{Number: l.Number, Name: l.Product.Name, What: LineRefused, Problems: l.Problems}
	was, exists := in.find(l)
	base := document.Product{}
	if exists {
		base = record.ToDocument(was)
	}
	out.Unclear = l.Unclear(base)
	if exists && l.Partly() {
		out.Empty = l.Empties(base)
		l.Product = l.Over(base, in.emptyCells)
	}
	key := keyOf(l.Product.Name, l.Product.Sheen)
	if first, twice := in.seen[key]; twice {
		detail := fmt.Sprintf("The same name and sheen stand in line %d.", first)
		out.Problems = append(out.Problems, document.Cell{Column: l.Column("name"), Detail: detail})
	}
	in.seen[key] = l.Number
	p, err := record.Read(l.Product)
	var wrong *coating.Invalid
	if errors.As(err, &wrong) {
		for _, problem := range wrong.Problems {
			column := l.Column(columnOf(problem.Field))
			if !told(out.Problems, column) {
				out.Problems = append(out.Problems, document.Cell{Column: column, Detail: problem.Detail})
			}
		}
	} else if err != nil {
		return err
	}
	if len(out.Problems) == 0 {
		in.sort(&out, key, record.ProductRow(p))
	}
	in.report = append(in.report, out)
	return nil
}

// told tells whether something was said of a column already: what follows from it need not be.
func told(problems []document.Cell, column string) bool {
	return slices.ContainsFunc(problems, func(c document.Cell) bool { return c.Column == column })
}

// find is the product that a line speaks of: that of its name and sheen, or the only one of its name where the line
// says no sheen.
func (in *importing) find(l document.Line) (store.Product, bool) {
	if !l.Partly() || l.Says("sheen") {
		was, exists := in.known[keyOf(l.Product.Name, l.Product.Sheen)]
		return was, exists
	}
	var found []store.Product
	for key, row := range in.known {
		if strings.HasPrefix(key, keyOf(l.Product.Name, "")) {
			found = append(found, row)
		}
	}
	if len(found) == 1 {
		return found[0], true
	}
	was, exists := in.known[keyOf(l.Product.Name, l.Product.Sheen)]
	return was, exists
}

// sort tells what becomes of a line that may be taken in.
func (in *importing) sort(out *ImportLine, key string, row store.Product) {
	was, exists := in.known[key]
	if !exists {
		out.What = LineNew
		in.fresh = append(in.fresh, row)
		return
	}
	row.ID, row.WorkshopID, row.Version, row.Retired = was.ID, was.WorkshopID, was.Version, was.Retired
	out.What, out.Changes = LineSame, document.Differences(record.ToDocument(was), record.ToDocument(row))
	if len(out.Changes) > 0 {
		out.What = LineChange
		in.changed = append(in.changed, row)
	}
}

// keyOf compares names as the database does, without regard to capitals.
func keyOf(name, sheen string) string {
	return strings.ToLower(strings.TrimSpace(name)) + "\x00" + sheen
}

// columnOf names the column that a problem of a product stands in.
func columnOf(field string) string {
	if kind, isState := strings.CutPrefix(field, "statements/"); isState {
		return "states_" + kind
	}
	if strings.HasPrefix(field, "pairings/") {
		return "pairings"
	}
	return strings.TrimPrefix(strings.TrimPrefix(field, "facts/"), "label/")
}
