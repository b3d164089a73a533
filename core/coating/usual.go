package coating

import (
	_ "embed"
	"fmt"

	"firmitas/core/table"
)

//go:embed usual.csv
var usualCSV []byte

// UsualTins are what stands on most shelves, a kind and common look each, without a maker and with nothing stated: all
// that is known of them is what is typical of their kind, until a label takes its place. Basis: practice.
func UsualTins() []*Product { return usual }

var usual = func() (out []*Product) {
	for _, row := range table.Must("usual.csv", usualCSV) {
		sheen, err := ParseSheen(row["sheen"])
		if err != nil {
			panic(fmt.Sprintf("usual.csv, %s: %v", row["name"], err))
		}
		p, err := New(Product{
			Name: row["name"], Shade: Shade(row["shade"]), Sheen: sheen,
			Label: Label{}, Statements: map[string]Statement{}, Pairings: []Pairing{},
		}, row["family"])
		if err != nil {
			panic(fmt.Sprintf("usual.csv: %v", err))
		}
		out = append(out, p)
	}
	return out
}()
