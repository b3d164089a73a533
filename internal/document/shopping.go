package document

import (
	"firmitas/internal/spreadsheet"
	"io"
	"strconv"
	"strings"
	"time"
)

// ToBuy is a line of the shopping list.
type ToBuy struct {
	What         string
	Takes, Lacks float64
	Unit         string
	By           *time.Time // it lacks; nil = it does not, or nobody knows
	Packs        []string   // such as "2 x 750 mL"
	Cost         string     // a decimal; "" = not known
	For          []string   // pieces, or work
}

// WriteShoppingCSV writes the shopping list as a table; times with their zone.
func WriteShoppingCSV(w io.Writer, all []ToBuy, mark bool) error {
	rows := [][]string{{"what", "takes", "lacks", "unit", "by", "packs", "cost", "for"}}
	for _, l := range all {
		by := ""
		if l.By != nil {
			by = l.By.Format(time.RFC3339)
		}
		rows = append(rows, []string{
			l.What, amount(l.Takes), amount(l.Lacks), l.Unit, by, strings.Join(l.Packs, ", "), l.Cost,
			strings.Join(l.For, ", "),
		})
	}
	return spreadsheet.Write(w, rows, mark)
}

func amount(v float64) string { return strconv.FormatFloat(v, 'f', 3, 64) }
