package document

import (
	"encoding/csv"
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

// WriteShoppingCSV writes the shopping list as a table. Times are in UTC.
func WriteShoppingCSV(w io.Writer, all []ToBuy) error {
	out := csv.NewWriter(w)
	if err := out.Write([]string{"what", "takes", "lacks", "unit", "by", "packs", "cost", "for"}); err != nil {
		return err
	}
	for _, l := range all {
		by := ""
		if l.By != nil {
			by = l.By.UTC().Format("2006-01-02 15:04")
		}
		row := []string{
			Inert(l.What), amount(l.Takes), amount(l.Lacks), l.Unit, by, strings.Join(l.Packs, ", "), l.Cost,
			Inert(strings.Join(l.For, ", ")),
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

func amount(v float64) string { return strconv.FormatFloat(v, 'f', 3, 64) }
