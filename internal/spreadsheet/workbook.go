package spreadsheet

import (
	"bytes"
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"github.com/xuri/excelize/v2"
)

// A workbook may not become more than this when it is unpacked.
const mostUnpacked = 64 << 20

// readWorkbook reads the first sheet: values only, numbers as the workbook keeps them, days as they are shown.
func readWorkbook(data []byte) (rows []Row, how string, err error) {
	unreadable := fmt.Errorf("%w: this workbook cannot be read; save it as .xlsx or as CSV", ErrUnreadable)
	book, err := excelize.OpenReader(bytes.NewReader(data), excelize.Options{
		UnzipSizeLimit: mostUnpacked, UnzipXMLSizeLimit: mostUnpacked,
	})
	if err != nil || len(book.GetSheetList()) == 0 {
		return nil, "", unreadable
	}
	defer book.Close()
	name := book.GetSheetList()[0]
	raw, err := book.GetRows(name, excelize.Options{RawCellValue: true})
	if err != nil {
		return nil, "", unreadable
	}
	days := dayStyles{book: book, known: map[int]bool{}}
	for i, cells := range raw {
		row := Row{Number: i + 1}
		for j, text := range cells {
			cell, err := days.cell(name, j+1, i+1, text)
			if err != nil {
				return nil, "", unreadable
			}
			row.Cells = append(row.Cells, cell)
		}
		rows = append(rows, row)
	}
	return rows, fmt.Sprintf("a workbook, its sheet “%s”", name), nil
}

// dayStyles tells which styles of a workbook show a number as a day.
type dayStyles struct {
	book  *excelize.File
	known map[int]bool
}

// cell is one cell of a workbook, whose raw text is given.
func (d dayStyles) cell(sheet string, column, row int, raw string) (Cell, error) {
	text := Cell{Text: strings.TrimSpace(bare(raw))}
	v, err := strconv.ParseFloat(raw, 64)
	if err != nil {
		return text, nil
	}
	at, err := excelize.CoordinatesToCellName(column, row)
	if err != nil {
		return text, err
	}
	kind, err := d.book.GetCellType(sheet, at)
	if err != nil || kind == excelize.CellTypeSharedString || kind == excelize.CellTypeInlineString {
		return text, err
	}
	style, err := d.book.GetCellStyle(sheet, at)
	if err != nil {
		return text, err
	}
	if d.isDay(style) {
		shown, err := d.book.GetCellValue(sheet, at)
		return Cell{Text: shown}, err
	}
	return Cell{Text: strconv.FormatFloat(v, 'f', -1, 64), Number: true}, nil
}

var dayFormat = regexp.MustCompile(`(?i)(^|[^a-z"])(d{1,4}|m{3,4}|y{2,4})([^a-z"]|$)`)

func (d dayStyles) isDay(style int) bool {
	if is, known := d.known[style]; known {
		return is
	}
	s, err := d.book.GetStyle(style)
	is := false
	if err == nil {
		n := s.NumFmt
		is = n >= 14 && n <= 17 || n == 22 // the dates of ECMA-376, part 1, 18.8.30
		is = is || s.CustomNumFmt != nil && dayFormat.MatchString(*s.CustomNumFmt)
	}
	d.known[style] = is
	return is
}
