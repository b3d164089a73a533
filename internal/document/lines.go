package document

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"firmitas/core/coating"
	"firmitas/internal/spreadsheet"
)

// File is a list of products that was read.
type File struct {
	Lines []Line
	Read  string // how, such as "UTF-8, semicolons"
	Aside []Cell // columns that mean nothing here, with what they may have meant
}

// Cell is a place in a file, and what is to be said of it.
type Cell struct{ Column, Detail string }

// Line is one product read from a file, or why it could not be read.
type Line struct {
	Number   int // of the file, 1-based
	Product  Product
	Problems []Cell
	columns  map[string]string // field → its column with its letter, for tables
	cells    []told            // of a table's row, in their order; nil for a line that says all
}

// told is a cell of a line: what its column says, "" where it is empty.
type told struct {
	column, text string
	unclear      bool // its number can be read in two ways
}

// Partly tells whether a line says only some of a product: what it has no cell for stays as it is.
func (l Line) Partly() bool { return l.cells != nil }

// Says tells whether a line has a cell for a column with something in it.
func (l Line) Says(column string) bool {
	return slices.ContainsFunc(l.cells, func(c told) bool { return c.column == column && c.text != "" })
}

// Over is a product with what a line says of it: what stands in no column stays, and so does what an empty cell stands
// for, unless empty cells empty. What is wrong with a cell was told when the line was read.
func (l Line) Over(base Product, emptyCells bool) Product {
	base.Label, base.Statements = maps.Clone(base.Label), maps.Clone(base.Statements)
	for _, c := range l.cells { // whose word the old one was is not whose word the new one is
		kind, is := strings.CutPrefix(c.column, statesPrefix)
		isWord := is && !strings.HasSuffix(kind, sourceSuffix)
		if isWord && c.text != "" && c.text != base.Statements[kind].Sense {
			base.Statements[kind] = coating.Statement{}
		}
	}
	for _, c := range l.cells {
		switch {
		case c.text != "":
			_ = base.set(c.column, c.text)
		case emptyCells:
			base.empty(c.column)
		}
	}
	return base
}

// Change is one value of a product that a line changes; Is is "" where it takes it away.
type Change struct{ Column, Title, Was, Is string }

// Empties are the values of a product that stand empty in a line.
func (l Line) Empties(of Product) (out []Change) {
	for _, c := range l.cells {
		if was := of.shown(c.column); c.text == "" && was != "" && !slices.Contains(always, c.column) {
			out = append(out, Change{c.column, titles[c.column], was, ""})
		}
	}
	return out
}

// Unclear are the cells of a line whose number can be read in two ways, but for those that say what the product says
// already.
func (l Line) Unclear(of Product) (out []Cell) {
	for _, c := range l.cells {
		if c.unclear && c.text != of.cell(c.column) {
			out = append(out, Cell{l.Column(c.column), c.text})
		}
	}
	return out
}

// Differences are the values in which a product differs from what it was, in the order of the columns.
func Differences(was, is Product) (out []Change) {
	for _, c := range columns {
		if was.cell(c) != is.cell(c) {
			out = append(out, Change{c, titles[c], was.shown(c), is.shown(c)})
		}
	}
	return out
}

// Column names the column of a field as the file has it.
func (l Line) Column(field string) string {
	if c := l.columns[field]; c != "" {
		return c
	}
	if title := titles[field]; title != "" {
		return title
	}
	return field
}

// Mark is what stands before the decimals of a file's numbers.
type Mark string

// Marks there are; with None nobody has said, and 1.250 can be read in two ways.
const (
	None  Mark = ""
	Point Mark = "point"
	Comma Mark = "comma"
)

// ReadProducts reads products from JSON of ours, a workbook, or text with any separator. It errors with
// spreadsheet.ErrUnreadable when the file as a whole is no list of products; what is wrong with a line stands in the
// line.
func ReadProducts(data []byte, mark Mark) (File, error) {
	if start := bytes.TrimLeft(data, "\xef\xbb\xbf \t\r\n"); bytes.HasPrefix(start, []byte("{")) {
		lines, read, err := readJSON(data)
		return File{Lines: lines, Read: read}, err
	}
	t, err := spreadsheet.Read(data, named)
	if err != nil {
		return File{}, err
	}
	h, err := readHeading(t.Heading)
	if err != nil {
		return File{}, err
	}
	out := File{Read: t.Read, Aside: h.aside}
	for _, row := range t.Rows {
		if line, says := h.line(row, mark); says {
			out.Lines = append(out.Lines, line)
		}
	}
	return out, nil
}

// line reads a row; it says nothing where all that it has stands in columns that are set aside.
func (h heading) line(row spreadsheet.Row, mark Mark) (line Line, says bool) {
	line = Line{
		Number:  row.Number,
		columns: h.shown,
		Product: Product{
			Shade:      string(coating.Clear),
			Sheen:      coating.Satin.String(),
			Label:      map[string]string{},
			Statements: map[string]coating.Statement{},
			Pairings:   []coating.Pairing{},
		},
		cells: []told{},
	}
	for i, cell := range row.Cells {
		if i >= len(h.columns) {
			if cell.Text != "" {
				detail := fmt.Sprintf("The line has %d cells, the heading names %d.", len(row.Cells), len(h.columns))
				line.Problems = append(line.Problems, Cell{spreadsheet.Letter(i), detail})
				return line, true
			}
			continue
		}
		column := h.columns[i]
		if column == "" {
			continue
		}
		says = says || cell.Text != ""
		line.take(column, cell, mark)
	}
	return line, says
}

// take reads one cell of a line.
func (l *Line) take(column string, cell spreadsheet.Cell, mark Mark) {
	refuse := func(format string, args ...any) {
		l.Problems = append(l.Problems, Cell{l.Column(column), fmt.Sprintf(format, args...)})
	}
	c := told{column: column, text: cell.Text}
	field := coating.FindField(column)
	measured := field != nil && field.Dimension != coating.Degree
	switch {
	case cell.Failed():
		refuse("“%s” is a formula that went wrong; write the value itself.", cell.Text)
		return
	case measured && cell.Date():
		refuse("“%s” is a day: a spreadsheet makes one of a range such as 2-4. Write 2 to 4.", cell.Text)
		return
	case column == "family":
		c.text = cell.Text
		if f := coating.FamilyCalled(cell.Text); f != nil {
			c.text = f.ID
		}
	case (measured || column == "soldIn") && !cell.Number:
		c.text, c.unclear = clearNumbers(cell.Text, mark)
	default:
		if value, known := valueOf[[2]string{column, folded(cell.Text)}]; known && cell.Text != "" {
			c.text = value
		}
	}
	l.cells = append(l.cells, c)
	if c.text == "" && slices.Contains(always, column) {
		return // keeps clear and satin
	}
	if err := l.Product.set(column, c.text); err != nil {
		refuse("%s", err)
	}
}

var (
	numerals  = regexp.MustCompile(`\d+(?:[.,'’\x{a0}\x{202f}]\d+)*`)
	inTwoWays = regexp.MustCompile(`^[1-9]\d{0,2}[.,]\d{3}$`)
	grouped   = regexp.MustCompile(`^[1-9]\d{0,2}(?:[.,'’\x{a0}\x{202f}]\d{3})+(?:[.,]\d+)?$`)
)

// clearNumbers writes the numbers of a text without marks between thousands. One such as 1.250 is read by the file's
// mark; it is unclear while nobody has said which that is.
func clearNumbers(text string, mark Mark) (out string, unclear bool) {
	out = numerals.ReplaceAllStringFunc(text, func(n string) string {
		switch {
		case inTwoWays.MatchString(n) && mark == None:
			unclear = true
			return n
		case inTwoWays.MatchString(n) && strings.Contains(n, ".") == (mark == Point):
			return strings.Replace(n, ",", ".", 1)
		case !grouped.MatchString(n):
			return n
		}
		parts := strings.FieldsFunc(n, notDigit)
		if whole := strings.Join(parts, ""); marksAlike(n) {
			return whole
		}
		return strings.Join(parts[:len(parts)-1], "") + "." + parts[len(parts)-1]
	})
	return out, unclear
}

func notDigit(r rune) bool { return !unicode.IsDigit(r) }

// marksAlike tells of a number between whose digits only one kind of mark stands: it parts thousands.
func marksAlike(n string) bool {
	marks := strings.Join(strings.FieldsFunc(n, unicode.IsDigit), "")
	first, size := utf8.DecodeRuneInString(marks)
	return strings.Trim(marks[size:], string(first)) == ""
}

// readJSON reads what WriteJSON writes. Its lines are numbered by the products' place in the file.
func readJSON(data []byte) (lines []Line, encoding string, err error) {
	text, encoding, err := spreadsheet.Decoded(data)
	if err != nil {
		return nil, encoding, err
	}
	var f struct {
		Format   string            `json:"format"`
		Products []json.RawMessage `json:"products"`
	}
	if err := json.Unmarshal([]byte(text), &f); err != nil {
		return nil, encoding, notJSON(text, err)
	}
	if f.Format != jsonFormat {
		return nil, encoding, fmt.Errorf("%w: its format should read “%s”", spreadsheet.ErrUnreadable, jsonFormat)
	}
	for i, raw := range f.Products {
		line := Line{Number: i + 1, Product: Product{Shade: string(coating.Clear), Sheen: coating.Satin.String()}}
		in := json.NewDecoder(bytes.NewReader(raw))
		in.DisallowUnknownFields()
		if err := in.Decode(&line.Product); err != nil {
			line.Problems = []Cell{{"", misfit(err)}}
		}
		lines = append(lines, line)
	}
	return lines, encoding, nil
}

func notJSON(text string, err error) error {
	var syntax *json.SyntaxError
	if errors.As(err, &syntax) {
		line := 1 + strings.Count(text[:min(int(syntax.Offset), len(text))], "\n")
		return fmt.Errorf("%w: it is no JSON from line %d on", spreadsheet.ErrUnreadable, line)
	}
	return fmt.Errorf("%w: its products should stand in a list called “products”", spreadsheet.ErrUnreadable)
}

var unknownField = regexp.MustCompile(`unknown field "([^"]*)"`)

// misfit says what of a product is not as its schema has it.
func misfit(err error) string {
	var kind *json.UnmarshalTypeError
	if errors.As(err, &kind) {
		return fmt.Sprintf("“%s” holds another kind of value than the schema of products has there.", kind.Field)
	}
	if m := unknownField.FindStringSubmatch(err.Error()); m != nil {
		return fmt.Sprintf("The schema of products knows no “%s”.", m[1])
	}
	return "It does not fit the schema of products."
}
