package document

import (
	"encoding/csv"
	"io"
	"time"
)

// Booking is one sum of one piece.
type Booking struct {
	At                  time.Time
	Number, Piece, Kind string
	Text                string
	Amount              string // a decimal with a point
}

// WriteBookingsCSV writes every sum as a table. Times are in UTC; the kinds are those of the log.
func WriteBookingsCSV(w io.Writer, all []Booking) error {
	out := csv.NewWriter(w)
	if err := out.Write([]string{"at", "number", "piece", "kind", "text", "amount"}); err != nil {
		return err
	}
	for _, b := range all {
		row := []string{
			b.At.UTC().Format("2006-01-02 15:04"), b.Number, Inert(b.Piece), b.Kind, Inert(b.Text), b.Amount,
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}
