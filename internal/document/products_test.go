package document

import (
	"bytes"
	"errors"
	"fmt"
	"os"
	"reflect"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"firmitas/core/coating"
	"firmitas/internal/spreadsheet"
)

// awkward products: what spreadsheets and other languages do to text.
func awkward() []Product {
	return []Product{
		{
			Name:   "Plain",
			Family: "clear_wb_pu",
			Shade:  "clear",
			Sheen:  "satin",
			Label:  map[string]string{"recoatMinH": "2–4 h", "minC": "-5 °C"},
			Statements: map[string]coating.Statement{
				"toys": {Sense: "tested, EN 71-3", Source: "data sheet"},
			},
			Pairings: []coating.Pairing{
				{Over: true, What: "oil", May: false, Sense: "Not over \"oil\", ever.", Source: "tin"},
			},
			Facts: coating.Facts{Tools: "brush; pad", VOCBasis: coating.VOCReady},
		},
		{
			Name:       "=SUM(A1:A9)",
			Maker:      "@home",
			Colour:     "+blue",
			Family:     "paint_chalk",
			Shade:      "pale",
			Sheen:      "dead-flat",
			Label:      map[string]string{},
			Statements: map[string]coating.Statement{},
			Pairings:   []coating.Pairing{},
		},
		{
			Name:       "'quoted, with a\nline break",
			Maker:      "Żółć & Söhne; Ltd",
			Family:     "wax_clear",
			Shade:      "clear",
			Sheen:      "satin",
			Label:      map[string]string{"coats": "2"},
			Statements: map[string]coating.Statement{},
			Pairings:   []coating.Pairing{},
		},
	}
}

func products(lines []Line) (out []Product) {
	for _, l := range lines {
		out = append(out, l.Product)
	}
	return out
}

func TestRoundTripsLoseNothing(t *testing.T) {
	var asCSV, asJSON bytes.Buffer
	if err := errors.Join(WriteCSV(&asCSV, awkward(), false), WriteJSON(&asJSON, awkward())); err != nil {
		t.Fatal(err)
	}
	fromCSV, err := ReadProducts(asCSV.Bytes(), None)
	if err != nil || !reflect.DeepEqual(products(fromCSV.Lines), awkward()) {
		t.Errorf("CSV: %v\n%+v\n%+v", err, products(fromCSV.Lines), awkward())
	}
	fromJSON, err := ReadProducts(asJSON.Bytes(), None)
	if err != nil || !reflect.DeepEqual(products(fromJSON.Lines), awkward()) {
		t.Errorf("JSON: %v\n%+v", err, products(fromJSON.Lines))
	}
	for row := range strings.Lines(asCSV.String()) {
		if strings.ContainsAny(row[:1], "=+-@") || strings.Contains(row, ",=") || strings.Contains(row, ",@") ||
			strings.Contains(row, ",+") ||
			strings.Contains(row, ",-") {
			t.Errorf("a spreadsheet would take a cell for a formula: %s", row)
		}
	}
	schema, err := jsonschema.NewCompiler().Compile("../../docs/formats/products.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	value, err := jsonschema.UnmarshalJSON(bytes.NewReader(asJSON.Bytes()))
	if err != nil || schema.Validate(value) != nil {
		t.Errorf("the export does not fit its own schema: %v %v", err, schema.Validate(value))
	}
	wrong, err := jsonschema.UnmarshalJSON(
		strings.NewReader(`{"format":"firmitas-products-1","products":[{"name":"x","shine":1}]}`),
	)
	if err != nil || schema.Validate(wrong) == nil {
		t.Error("the schema takes a field that does not exist")
	}
}

// What is no list of products is told as such, in words of ours.
func TestFilesThatAreNoList(t *testing.T) {
	for file, says := range map[string]string{
		"maker,family\nM,wax_clear\n":       "should name the columns",
		"name,family,name\nA,wax_clear,B\n": "means the same as name (A)",
		"\x89PNG\r\n\x1a\n\x00\x00\x00":     "cannot be read as text",
		"":                                  "should name the columns",
		"name,family\nA,wax_clear\n\"C,wax_clear\n": "from line 3 on",
		"name,family\nA,wax 5\" clear\n":            "from line 2 on",
		"PK\x03\x04 no workbook":                    "this workbook cannot be read",
		"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1":          "without a password",
		"{":                                         "no JSON from line 1",
		`{"format":"other"}`:                        "should read",
		`{"products":3}`:                            "a list called",
		`[1]`:                                       "should name the columns",
	} {
		_, err := ReadProducts([]byte(file), None)
		if !errors.Is(err, spreadsheet.ErrUnreadable) || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v, want %q", file, err, says)
		}
	}
	for product, says := range map[string]string{
		`{"name":"A","shine":1}`: "knows no “shine”", `{"name":3}`: "“name” holds another kind", `7`: "kind of value",
	} {
		file := `{"format":"firmitas-products-1","products":[` + product + `]}`
		read, err := ReadProducts([]byte(file), None)
		if err != nil || len(read.Lines) != 1 || !strings.Contains(fmt.Sprint(read.Lines[0].Problems), says) {
			t.Errorf("%s: %+v %v, want %q", product, read.Lines, err, says)
		}
	}
}

// Whatever is sent, it is read, or refused with a reason; what was read writes and reads again as the same.
func FuzzReadProducts(f *testing.F) {
	for _, seed := range []string{"name,family\nA,wax_clear\n", "name;family\n\"A\n", "\xff\xfe",
		"name,family,recoatMinH\nA,wax_clear,'-5\n", "name\tfamily\r\n=1\t''\r\n"} {
		f.Add([]byte(seed))
	}
	schema, err := os.ReadFile("../../docs/formats/products.schema.json")
	if err != nil {
		f.Fatal(err)
	}
	f.Add(schema)
	f.Fuzz(func(t *testing.T, data []byte) {
		read, err := ReadProducts(data, Point)
		if err != nil {
			return
		}
		var whole []Product
		for _, l := range read.Lines {
			if len(l.Problems) == 0 {
				whole = append(whole, l.Product)
			}
		}
		var out bytes.Buffer
		if err := WriteCSV(&out, whole, true); err != nil {
			t.Fatal(err)
		}
		again, err := ReadProducts(out.Bytes(), Point)
		if err != nil || !reflect.DeepEqual(products(again.Lines), whole) {
			t.Fatalf("%v\n%+v\n%+v", err, products(again.Lines), whole)
		}
	})
}
