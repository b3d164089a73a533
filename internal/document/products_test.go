package document

import (
	"bytes"
	"errors"
	"os"
	"reflect"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"golang.org/x/text/encoding/charmap"

	"firmitas/core/coating"
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
	if err := errors.Join(WriteCSV(&asCSV, awkward()), WriteJSON(&asJSON, awkward())); err != nil {
		t.Fatal(err)
	}
	fromCSV, _, err := ReadCSV(asCSV.Bytes())
	if err != nil || !reflect.DeepEqual(products(fromCSV), awkward()) {
		t.Errorf("CSV: %v\n%+v\n%+v", err, products(fromCSV), awkward())
	}
	fromJSON, _, err := ReadJSON(asJSON.Bytes())
	if err != nil || !reflect.DeepEqual(products(fromJSON), awkward()) {
		t.Errorf("JSON: %v\n%+v", err, products(fromJSON))
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

// What spreadsheets make of a file, and what is told.
func TestFilesAsTheyCome(t *testing.T) {
	latin, err := charmap.Windows1252.NewEncoder().
		String("name;family;maker;spreadM2L\nKlar;clear_wb_pu;Söhne;12,5 m²/L\n")
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ name, file, encoding, maker, says string }{
		{"plain", "name,family,maker\nA,wax_clear,M\n", "UTF-8", "M", ""},
		{"byte order mark", "\ufeffname,family,maker\nA,wax_clear,M\n", "UTF-8 with a byte order mark", "M", ""},
		{"Windows-1252, semicolons", latin, "Windows-1252, semicolons", "Söhne", ""},
		{"tabs", "name\tfamily\tmaker\nA\twax_clear\tM\n", "UTF-8, tabs", "M", ""},
		{"UTF-16", "\xff\xfen\x00a\x00m\x00e\x00,\x00f\x00a\x00m\x00i\x00l\x00y\x00\n\x00A\x00,\x00b\x00\n\x00", "UTF-16", "", ""},
		{"unknown column", "name,family,glitter\nA,wax_clear,yes\n", "", "", "column C “glitter” is not known"},
		{"no family", "name,maker\nA,M\n", "", "", "no column “family”"},
		{"a column twice", "name,family,name\nA,wax_clear,B\n", "", "", "stands twice"},
		{"a picture", "\x89PNG\r\n\x1a\n\x00\x00\x00", "", "", "cannot be read as text"},
		{"empty", "", "", "", "first line should name"},
	} {
		lines, encoding, err := ReadCSV([]byte(c.file))
		if c.says != "" {
			if !errors.Is(err, ErrUnreadable) || !strings.Contains(err.Error(), c.says) {
				t.Errorf("%s: error %v, want one that says %q", c.name, err, c.says)
			}
			continue
		}
		if err != nil || encoding != c.encoding || len(lines) != 1 || lines[0].Product.Maker != c.maker {
			t.Errorf("%s: %q %+v %v", c.name, encoding, lines, err)
		}
	}
	lines, _, err := ReadCSV([]byte("name,family\nA,wax_clear\nB,wax_clear,too,many\n\"C,wax_clear\n"))
	if err != nil || len(lines) != 3 || lines[1].Problems[0].Column != "C" || lines[1].Number != 3 ||
		lines[2].Number != 4 {
		t.Errorf("lines that do not fit: %+v %v", lines, err)
	}
	for text, says := range map[string]string{"{": "no JSON from line 1", `{"format":"other"}`: "should read", "[1]": "not a list"} {
		if _, _, err := ReadJSON([]byte(text)); !errors.Is(err, ErrUnreadable) || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", text, err)
		}
	}
}

// Whatever is sent, it is read, or refused with a reason; what was read writes and reads again as the same.
func FuzzReadCSV(f *testing.F) {
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
		lines, _, err := ReadCSV(data)
		if err != nil {
			return
		}
		var whole []Product
		for _, l := range lines {
			if len(l.Problems) == 0 {
				whole = append(whole, l.Product)
			}
		}
		var out bytes.Buffer
		if err := WriteCSV(&out, whole); err != nil {
			t.Fatal(err)
		}
		again, _, err := ReadCSV(out.Bytes())
		if err != nil || !reflect.DeepEqual(products(again), whole) {
			t.Fatalf("%v\n%+v\n%+v", err, products(again), whole)
		}
	})
}
