package document

import (
	"io"
	"time"

	"firmitas/internal/spreadsheet"
)

// Booking is one sum of one piece.
type Booking struct {
	At                  time.Time
	Number, Piece, Kind string
	Text                string
	Amount              string // a decimal with a point
}

// WriteBookingsCSV writes every sum as a table; times with their zone. The kinds are those of the log.
func WriteBookingsCSV(w io.Writer, all []Booking, mark bool) error {
	rows := [][]string{{"at", "number", "piece", "kind", "text", "amount"}}
	for _, b := range all {
		rows = append(rows, []string{b.At.Format(time.RFC3339), b.Number, b.Piece, b.Kind, b.Text, b.Amount})
	}
	return spreadsheet.Write(w, rows, mark)
}
