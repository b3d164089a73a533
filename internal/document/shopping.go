package document

import (
	"encoding/csv"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"
)

// ToBuy is a line of the shopping list.
type ToBuy struct {
	Product       string
	Litres, Lacks float64
	By            *time.Time // it lacks; nil = it does not
	Packs         []Packs
	Cost          string // a decimal; "" = not known
	Pieces        []string
}

// Packs are so many containers of a size.
type Packs struct {
	Count  int
	Litres float64
}

// WriteShoppingCSV writes the shopping list as a table. Times are in UTC, amounts in litres.
func WriteShoppingCSV(w io.Writer, all []ToBuy) error {
	out := csv.NewWriter(w)
	if err := out.Write([]string{"product", "takesL", "lacksL", "by", "packs", "cost", "pieces"}); err != nil {
		return err
	}
	for _, l := range all {
		var packs []string
		for _, p := range l.Packs {
			packs = append(packs, fmt.Sprintf("%d x %s L", p.Count, strconv.FormatFloat(p.Litres, 'f', -1, 64)))
		}
		by := ""
		if l.By != nil {
			by = l.By.UTC().Format("2006-01-02 15:04")
		}
		row := []string{
			Inert(l.Product), litres(l.Litres), litres(l.Lacks), by, strings.Join(packs, ", "), l.Cost,
			Inert(strings.Join(l.Pieces, ", ")),
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

func litres(l float64) string { return strconv.FormatFloat(l, 'f', 3, 64) }
