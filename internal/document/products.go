// Package document reads and writes the open formats of docs/formats.md. It knows files, not the trade: what a product
// may say is judged by core/coating.
package document

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"

	"firmitas/core/coating"
)

// Product is a product as an open format carries it: every value in the words of its label.
type Product struct {
	Name       string                       `json:"name"`
	Maker      string                       `json:"maker"`
	Family     string                       `json:"family"`
	Colour     string                       `json:"colour"`
	Shade      string                       `json:"shade"`
	Sheen      string                       `json:"sheen"`
	Label      map[string]string            `json:"label"`
	Statements map[string]coating.Statement `json:"statements"`
	Pairings   []coating.Pairing            `json:"pairings"`
	Facts      coating.Facts                `json:"facts"`
}

// Cell is where something in a file is wrong.
type Cell struct{ Column, Detail string }

// Line is one product read from a file, or why it could not be read.
type Line struct {
	Number   int // of the file, 1-based
	Product  Product
	Problems []Cell
	columns  map[string]string // field → its column with its letter, for CSV
	cells    []told            // of a CSV line, in their order; nil for a line that says all
}

// told is a cell of a line: what its column says, "" where it is empty.
type told struct{ column, text string }

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

// empty takes away what a column stands for. Shade and sheen a product always has.
func (p *Product) empty(column string) {
	if column == "shade" || column == "sheen" {
		return
	}
	if at := p.text(column); at != nil {
		*at = ""
		return
	}
	if kind, isState := strings.CutPrefix(column, statesPrefix); isState {
		kind, isSource := strings.CutSuffix(kind, sourceSuffix)
		if isSource {
			p.Statements[kind] = coating.Statement{Sense: p.Statements[kind].Sense}
		} else {
			delete(p.Statements, kind)
		}
		return
	}
	if column == "pairings" {
		p.Pairings = []coating.Pairing{}
		return
	}
	delete(p.Label, column)
}

// Column names the column of a field as the file has it.
func (l Line) Column(field string) string {
	if c := l.columns[field]; c != "" {
		return c
	}
	return field
}

// MostBytes a file of products may have.
const MostBytes = 5 << 20

// ErrUnreadable says why a file is no list of products at all.
var ErrUnreadable = errors.New("not a list of products")

const statesPrefix, sourceSuffix = "states_", "_source"

// columns of the CSV in their order.
var columns = func() []string {
	out := []string{"name", "maker", "family", "colour", "shade", "sheen"}
	for _, f := range coating.Fields {
		out = append(out, f.Name)
	}
	out = append(out, "tools", "thinner", "cleanUp", "hazards", "vocBasis", "depth", "hue", "soldIn")
	for _, k := range coating.StatementKinds {
		out = append(out, statesPrefix+k.ID, statesPrefix+k.ID+sourceSuffix)
	}
	return append(out, "pairings")
}()

// cell is the text of a product in a CSV column, by name.
func (p *Product) cell(column string) string {
	if at := p.text(column); at != nil {
		return *at
	}
	if kind, isState := strings.CutPrefix(column, statesPrefix); isState {
		if kind, isSource := strings.CutSuffix(kind, sourceSuffix); isSource {
			return p.Statements[kind].Source
		}
		return p.Statements[kind].Sense
	}
	if column == "pairings" && len(p.Pairings) > 0 {
		text, err := json.Marshal(p.Pairings)
		if err != nil {
			return "" // strings and booleans always marshal
		}
		return string(text)
	}
	return p.Label[column]
}

// text is the plain text of a product that a column holds; nil for the others.
func (p *Product) text(column string) *string {
	switch column {
	case "name":
		return &p.Name
	case "maker":
		return &p.Maker
	case "family":
		return &p.Family
	case "colour":
		return &p.Colour
	case "shade":
		return &p.Shade
	case "sheen":
		return &p.Sheen
	case "tools":
		return &p.Facts.Tools
	case "thinner":
		return &p.Facts.Thinner
	case "cleanUp":
		return &p.Facts.CleanUp
	case "hazards":
		return &p.Facts.Hazards
	case "vocBasis":
		return (*string)(&p.Facts.VOCBasis)
	case "depth":
		return (*string)(&p.Facts.Depth)
	case "hue":
		return (*string)(&p.Facts.Hue)
	case "soldIn":
		return &p.Facts.SoldIn
	}
	return nil
}

// set fills in a column.
func (p *Product) set(column, text string) error {
	if at := p.text(column); at != nil {
		*at = text
		return nil
	}
	if text == "" {
		return nil
	}
	if kind, isState := strings.CutPrefix(column, statesPrefix); isState {
		kind, isSource := strings.CutSuffix(kind, sourceSuffix)
		s := p.Statements[kind]
		if isSource {
			s.Source = text
		} else {
			s.Sense = text
		}
		p.Statements[kind] = s
		return nil
	}
	if column == "pairings" {
		if err := json.Unmarshal([]byte(text), &p.Pairings); err != nil {
			return fmt.Errorf(
				"write it as JSON, such as [{\"over\":true,\"what\":\"oil\",\"may\":false,\"sense\":\"Not over oil.\",\"source\":\"tin\"}]",
			)
		}
		return nil
	}
	p.Label[column] = text
	return nil
}

// Inert keeps a spreadsheet from taking text for a formula: such a cell is led by an apostrophe, which reading takes
// off.
func Inert(text string) string {
	if text != "" && strings.ContainsRune("=+-@\t\r'", rune(text[0])) {
		return "'" + text
	}
	return text
}

// WriteCSV writes products as UTF-8 with commas and a heading; cells are inert to spreadsheets.
func WriteCSV(w io.Writer, products []Product) error {
	out := csv.NewWriter(w)
	if err := out.Write(columns); err != nil {
		return err
	}
	for _, p := range products {
		row := make([]string, len(columns))
		for i, c := range columns {
			row[i] = Inert(p.cell(c))
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

// file is the JSON form; its schema ships as docs/formats/products.schema.json.
type file struct {
	Format   string    `json:"format"`
	Products []Product `json:"products"`
}

const jsonFormat = "firmitas-products-1"

// WriteJSON writes products as docs/formats/products.schema.json has them.
func WriteJSON(w io.Writer, products []Product) error {
	out := json.NewEncoder(w)
	out.SetIndent("", "  ")
	return out.Encode(file{jsonFormat, products})
}

// decoded turns a file into text, and tells how it was read.
func decoded(data []byte) (text, encoding string, err error) {
	switch {
	case bytes.HasPrefix(data, []byte{0xFF, 0xFE}), bytes.HasPrefix(data, []byte{0xFE, 0xFF}):
		out, err := unicode.UTF16(unicode.LittleEndian, unicode.ExpectBOM).NewDecoder().Bytes(data)
		return string(out), "UTF-16", err
	case bytes.HasPrefix(data, []byte{0xEF, 0xBB, 0xBF}):
		return string(data[3:]), "UTF-8 with a byte order mark", nil
	case utf8.Valid(data):
		return string(data), "UTF-8", nil
	}
	out, err := charmap.Windows1252.NewDecoder().Bytes(data)
	return string(out), "Windows-1252", err
}

// ReadCSV reads products line by line. It errors with ErrUnreadable when the file as a whole is no such list; what is
// wrong with a line stands in the line.
func ReadCSV(data []byte) (lines []Line, encoding string, err error) {
	text, encoding, err := decoded(data)
	if err != nil || strings.ContainsRune(text, 0) {
		return nil, encoding, fmt.Errorf("%w: it cannot be read as text", ErrUnreadable)
	}
	in := csv.NewReader(strings.NewReader(text))
	in.Comma, encoding = separator(text, encoding)
	in.FieldsPerRecord = -1
	heading, err := in.Read()
	if err != nil {
		return nil, encoding, fmt.Errorf(
			"%w: its first line should name the columns, such as name, family, shade, sheen",
			ErrUnreadable,
		)
	}
	at := map[string]string{}
	for i, name := range heading {
		heading[i] = strings.TrimSpace(name)
		if !slices.Contains(columns, heading[i]) {
			return nil, encoding, fmt.Errorf("%w: column %s “%s” is not known; docs/formats.md lists those there are",
				ErrUnreadable, letter(i), name)
		}
		if at[heading[i]] != "" {
			return nil, encoding, fmt.Errorf("%w: column %s “%s” stands twice", ErrUnreadable, letter(i), name)
		}
		at[heading[i]] = fmt.Sprintf("%s (%s)", heading[i], letter(i))
	}
	for _, must := range []string{"name", "family"} {
		if at[must] == "" {
			return nil, encoding, fmt.Errorf("%w: there is no column “%s”", ErrUnreadable, must)
		}
	}
	for {
		row, err := in.Read()
		if errors.Is(err, io.EOF) {
			return lines, encoding, nil
		}
		line := Line{
			columns: at,
			Product: Product{
				Shade:      string(coating.Clear),
				Sheen:      coating.Satin.String(),
				Label:      map[string]string{},
				Statements: map[string]coating.Statement{},
				Pairings:   []coating.Pairing{},
			},
		}
		if err != nil {
			var wrong *csv.ParseError
			if errors.As(err, &wrong) {
				line.Number = wrong.StartLine
				err = wrong.Err
			}
			line.Problems = append(line.Problems,
				Cell{"", "The line breaks off or a quotation mark is left open: " + err.Error() + "."})
			return append(lines, line), encoding, nil
		}
		line.Number, _ = in.FieldPos(0)
		if len(row) > len(heading) {
			line.Problems = append(line.Problems, Cell{
				letter(len(heading)),
				fmt.Sprintf("The line has %d cells, the heading names %d.", len(row), len(heading)),
			})
		}
		for i, cell := range row[:min(len(row), len(heading))] {
			cell = strings.TrimPrefix(cell, "'")
			line.cells = append(line.cells, told{heading[i], strings.TrimSpace(cell)})
			if cell == "" && (heading[i] == "shade" || heading[i] == "sheen") {
				continue // keeps clear and satin
			}
			if err := line.Product.set(heading[i], strings.TrimSpace(cell)); err != nil {
				line.Problems = append(line.Problems, Cell{line.Column(heading[i]), err.Error()})
			}
		}
		lines = append(lines, line)
	}
}

// separator tells commas, semicolons and tabs apart by the heading.
func separator(text, encoding string) (rune, string) {
	heading, _, _ := strings.Cut(text, "\n")
	names := map[rune]string{',': "", ';': ", semicolons", '\t': ", tabs"}
	best := ','
	for r := range names {
		if strings.Count(heading, string(r)) > strings.Count(heading, string(best)) {
			best = r
		}
	}
	return best, encoding + names[best]
}

// letter of a column, as spreadsheets count: A to Z, AA, AB.
func letter(i int) string {
	if i < 26 {
		return string(rune('A' + i))
	}
	return letter(i/26-1) + string(rune('A'+i%26))
}

// ReadJSON reads what WriteJSON writes. Its lines are numbered by the products' place in the file.
func ReadJSON(data []byte) (lines []Line, encoding string, err error) {
	text, encoding, err := decoded(data)
	if err != nil {
		return nil, encoding, fmt.Errorf("%w: it cannot be read as text", ErrUnreadable)
	}
	var f struct {
		Format   string            `json:"format"`
		Products []json.RawMessage `json:"products"`
	}
	if err := json.Unmarshal([]byte(text), &f); err != nil {
		var syntax *json.SyntaxError
		if errors.As(err, &syntax) {
			return nil, encoding, fmt.Errorf("%w: it is no JSON from line %d on", ErrUnreadable,
				1+strings.Count(text[:min(int(syntax.Offset), len(text))], "\n"))
		}
		return nil, encoding, fmt.Errorf("%w: %s", ErrUnreadable, err)
	}
	if f.Format != jsonFormat {
		return nil, encoding, fmt.Errorf("%w: its format should read “%s”", ErrUnreadable, jsonFormat)
	}
	for i, raw := range f.Products {
		line := Line{Number: i + 1, Product: Product{Shade: string(coating.Clear), Sheen: coating.Satin.String()}}
		in := json.NewDecoder(bytes.NewReader(raw))
		in.DisallowUnknownFields()
		if err := in.Decode(&line.Product); err != nil {
			line.Problems = []Cell{
				{
					"",
					"It does not fit docs/formats/products.schema.json: " + strings.TrimPrefix(err.Error(),
						"json: ") + ".",
				},
			}
		}
		lines = append(lines, line)
	}
	return lines, encoding, nil
}
