// Package document reads and writes the open formats of docs/formats.md. It knows files, not the trade: what a product
// may say is judged by core/coating.
package document

import (
	"encoding/json"
	"fmt"
	"io"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/internal/spreadsheet"
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

// empty takes away what a column stands for.
func (p *Product) empty(column string) {
	if slices.Contains(always, column) {
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

// MostBytes a file of products may have.
const MostBytes = 5 << 20

const statesPrefix, sourceSuffix = "states_", "_source"

// always are the columns that a product always has a value for: an empty cell takes nothing away.
var always = []string{"name", "family", "shade", "sheen"}

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

// shown is the text of a product in a column, for a person to read.
func (p *Product) shown(column string) string {
	if column != "pairings" {
		return p.cell(column)
	}
	senses := make([]string, len(p.Pairings))
	for i, pair := range p.Pairings {
		senses[i] = pair.Sense
	}
	return strings.Join(senses, " ")
}

// WriteCSV writes products with a heading; with a byte order mark where one is asked for.
func WriteCSV(w io.Writer, products []Product, mark bool) error {
	rows := [][]string{columns}
	for _, p := range products {
		row := make([]string, len(columns))
		for i, c := range columns {
			row[i] = p.cell(c)
		}
		rows = append(rows, row)
	}
	return spreadsheet.Write(w, rows, mark)
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
