package workshop

import (
	"context"
	"errors"
	"fmt"
	"io"
	"reflect"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/internal/document"
	"firmitas/internal/store"
)

// What becomes of an imported line.
const (
	LineAdded   = "added"
	LineChanged = "changed"
	LineSame    = "same"
	LineRefused = "refused"
)

// ImportLine is one line of a file, with what becomes of it.
type ImportLine struct {
	Number   int
	Name     string
	What     string
	Changes  []string // fields
	Problems []document.Cell
}

// ImportReport tells of every line; Saved when something was.
type ImportReport struct {
	Lines    []ImportLine
	Encoding string
	Saved    bool
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

const mostLines = 5000

// Export writes all products, retired ones too, as csv or json.
func (s *Service) Export(ctx context.Context, format string, w io.Writer) error {
	home, err := s.Home(ctx)
	if err != nil {
		return err
	}
	rows, err := s.store.Shelf(ctx, home.ID)
	if err != nil {
		return err
	}
	products := make([]document.Product, len(rows))
	for i, row := range rows {
		products[i] = toDocument(row)
	}
	if format == "csv" {
		return document.WriteCSV(w, products)
	}
	return document.WriteJSON(w, products)
}

// Import reads products from csv or json. Products are the same when name and sheen are. All lines are taken in or none,
// unless leaveOut lets the refused ones be passed over.
func (s *Service) Import(ctx context.Context, format string, dryRun, leaveOut bool, file io.Reader) (ImportReport, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return ImportReport{}, err
	}
	data, err := io.ReadAll(file)
	if err != nil {
		return ImportReport{}, err
	}
	readFile := document.ReadJSON
	if format == "csv" {
		readFile = document.ReadCSV
	}
	lines, encoding, err := readFile(data)
	if errors.Is(err, document.ErrUnreadable) {
		return ImportReport{}, &Invalid{[]FieldError{{"", sentenceOf(err)}}}
	}
	if err != nil {
		return ImportReport{}, err
	}
	if len(lines) > mostLines {
		return ImportReport{}, &Invalid{[]FieldError{{"", fmt.Sprintf("%d products are more than the %d taken at once.", len(lines), mostLines)}}}
	}
	rows, err := s.store.Shelf(ctx, home.ID)
	if err != nil {
		return ImportReport{}, err
	}
	report := ImportReport{Encoding: encoding}
	var fresh, changed []store.Product
	known, seen := map[string]store.Product{}, map[string]int{}
	for _, row := range rows {
		known[keyOf(row.Name, row.Sheen)] = row
	}
	for _, l := range lines {
		out := ImportLine{Number: l.Number, Name: l.Product.Name, What: LineRefused, Problems: l.Problems}
		key := keyOf(l.Product.Name, l.Product.Sheen)
		if first, twice := seen[key]; twice {
			out.Problems = append(out.Problems, document.Cell{Column: l.Column("name"), Detail: fmt.Sprintf("The same name and sheen stand in line %d.", first)})
		}
		seen[key] = l.Number
		p, err := read(l.Product)
		var wrong *coating.Invalid
		switch {
		case errors.As(err, &wrong):
			for _, problem := range wrong.Problems {
				out.Problems = append(out.Problems, document.Cell{Column: l.Column(columnOf(problem.Field)), Detail: problem.Detail})
			}
		case err != nil:
			return report, err
		}
		if len(out.Problems) == 0 {
			row := ToRow(p)
			row.WorkshopID = home.ID
			was, exists := known[key]
			row.ID, row.Version, row.Retired = was.ID, was.Version, was.Retired
			out.Changes = changes(was, row)
			switch {
			case !exists:
				out.What, out.Changes = LineAdded, nil
				fresh = append(fresh, row)
			case len(out.Changes) > 0:
				out.What = LineChanged
				changed = append(changed, row)
			default:
				out.What = LineSame
			}
		}
		report.Lines = append(report.Lines, out)
	}
	if dryRun || (report.Count(LineRefused) > 0 && !leaveOut) || len(fresh)+len(changed) == 0 {
		return report, nil
	}
	err = s.store.ImportProducts(ctx, fresh, changed)
	report.Saved = err == nil
	return report, nameTaken(err, "")
}

func keyOf(name, sheen string) string {
	return strings.ToLower(strings.TrimSpace(name)) + "\x00" + sheen
}

// columnOf names the CSV column that a problem of a product stands in.
func columnOf(field string) string {
	if kind, isState := strings.CutPrefix(field, "statements/"); isState {
		return "states_" + kind
	}
	if strings.HasPrefix(field, "pairings/") {
		return "pairings"
	}
	return field
}

// changes names the fields in which two rows of a product differ.
func changes(was, is store.Product) []string {
	var out []string
	differ := func(field string, a, b any) {
		if !reflect.DeepEqual(a, b) {
			out = append(out, field)
		}
	}
	differ("name", was.Name, is.Name)
	differ("maker", was.Maker, is.Maker)
	differ("family", was.Family, is.Family)
	differ("colour", was.Colour, is.Colour)
	differ("shade", was.Shade, is.Shade)
	for _, f := range coating.Fields {
		differ(f.Name, was.Label.V[f.Name], is.Label.V[f.Name])
	}
	for _, k := range coating.StatementKinds {
		differ("states_"+k.ID, was.Statements.V[k.ID], is.Statements.V[k.ID])
	}
	differ("facts", was.Facts.V, is.Facts.V)
	if !slices.Equal(was.Pairings.V, is.Pairings.V) {
		out = append(out, "pairings")
	}
	return out
}

// sentenceOf turns an error into a sentence.
func sentenceOf(err error) string {
	text := err.Error()
	return strings.ToUpper(text[:1]) + text[1:] + "."
}
