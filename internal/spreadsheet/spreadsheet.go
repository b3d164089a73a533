// Package spreadsheet reads tables as people's programs keep them: text with any separator, in any encoding and with
// any line ends, and workbooks. It knows nothing of what the tables tell of.
package spreadsheet

import (
	"bytes"
	"errors"
	"fmt"
	"regexp"
)

// ErrUnreadable says why a file is no table.
var ErrUnreadable = errors.New("this file cannot be taken in")

// Row is one row of a table.
type Row struct {
	Number int // in the file, 1-based
	Cells  []Cell
}

// Cell is what one cell says. Of a Number the workbook itself keeps the value: its text has a point before the
// decimals and nothing else to it.
type Cell struct {
	Text   string
	Number bool
}

// Table is a file that was read: its heading and the rows below it that say anything.
type Table struct {
	Heading []string
	Rows    []Row
	Read    string // how, such as "UTF-8, semicolons"
}

// Score tells how much a row looks like the heading: how many of its cells name a column.
type Score func(cells []string) int

// A heading is looked for below titles, dates and addresses.
const mostRowsAbove = 20

// Read reads a table. The heading is the row near its top that names most columns; what stands above is passed over,
// and so are rows that say nothing. It errors with ErrUnreadable in words that a person can act on.
func Read(data []byte, score Score) (Table, error) {
	var rows []Row
	var how string
	var err error
	switch {
	case bytes.HasPrefix(data, []byte("PK\x03\x04")):
		rows, how, err = readWorkbook(data)
	case bytes.HasPrefix(data, []byte{0xD0, 0xCF, 0x11, 0xE0}):
		return Table{}, fmt.Errorf("%w: it is an old workbook or a locked one; save it as .xlsx without a password, "+
			"or as CSV", ErrUnreadable)
	default:
		rows, how, err = readText(data, score)
	}
	if err != nil {
		return Table{}, err
	}
	return under(rows, how, score)
}

// under parts the heading from what stands below it.
func under(rows []Row, how string, score Score) (Table, error) {
	best, at := 0, -1
	for i, row := range rows[:min(len(rows), mostRowsAbove)] {
		if s := score(row.texts()); s > best {
			best, at = s, i
		}
	}
	if at < 0 {
		return Table{}, fmt.Errorf("%w: one of its first lines should name the columns", ErrUnreadable)
	}
	out := Table{Heading: rows[at].texts(), Read: how}
	for _, row := range rows[at+1:] {
		if !row.blank() {
			out.Rows = append(out.Rows, row)
		}
	}
	return out, nil
}

func (r Row) texts() []string {
	out := make([]string, len(r.Cells))
	for i, c := range r.Cells {
		out[i] = c.Text
	}
	return out
}

func (r Row) blank() bool {
	for _, c := range r.Cells {
		if c.Text != "" {
			return false
		}
	}
	return true
}

var failed = regexp.MustCompile(`^#([¡¿]?[\p{Lu}0/]+[!?]|N/[ABD]|NV)$`) // and no colour such as #E6C88F

// Failed tells of a cell in which a formula went wrong, such as #N/A or #BEZUG!
func (c Cell) Failed() bool { return failed.MatchString(c.Text) }

// Months as spreadsheets shorten them in the languages that headings are read in.
const months = `jan|feb|fév|febr|ene|mar|mär|mrz|märz|mars|apr|avr|abr|may|mai|mayo|jun|juin|jul|juil|aug|août|ago|` +
	`sep|sept|oct|okt|nov|dec|dez|déc|dic`

var dates = regexp.MustCompile(`(?i)^(\d{1,2}[-. /]+(` + months + `)\.?([-. /]+\d{2,4})?|` +
	`(` + months + `)\.?[- ]\d{1,4}|\d{1,2}[./-]\d{1,2}[./-]\d{2,4}|\d{4}-\d{2}-\d{2}.*)$`)

// Date tells of a cell that is a day: spreadsheets make one of a range such as 2-4.
func (c Cell) Date() bool { return dates.MatchString(c.Text) }

// Letter of a column, as spreadsheets count: A to Z, AA, AB.
func Letter(i int) string {
	if i < 26 {
		return string(rune('A' + i))
	}
	return Letter(i/26-1) + string(rune('A'+i%26))
}
