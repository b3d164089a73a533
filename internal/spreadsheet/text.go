package spreadsheet

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"regexp"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// separators there are, with the words that tell of them; commas are what a reader expects.
var separators = []struct {
	rune
	words string
}{{',', ""}, {';', ", semicolons"}, {'\t', ", tabs"}, {'|', ", bars"}}

// Decoded turns a file into text with line feeds, and tells how it was read.
func Decoded(data []byte) (text, encoding string, err error) {
	text, encoding, err = decoded(data)
	if err != nil || strings.ContainsRune(text, 0) {
		return "", encoding, fmt.Errorf("%w: it cannot be read as text", ErrUnreadable)
	}
	return strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(text), encoding, nil
}

func decoded(data []byte) (text, encoding string, err error) {
	little, big := unmarked(data)
	switch {
	case bytes.HasPrefix(data, []byte{0xFF, 0xFE}), bytes.HasPrefix(data, []byte{0xFE, 0xFF}):
		out, err := unicode.UTF16(unicode.LittleEndian, unicode.ExpectBOM).NewDecoder().Bytes(data)
		return string(out), "UTF-16", err
	case little, big:
		end := unicode.LittleEndian
		if big {
			end = unicode.BigEndian
		}
		out, err := unicode.UTF16(end, unicode.IgnoreBOM).NewDecoder().Bytes(data)
		return string(out), "UTF-16 without a byte order mark", err
	case bytes.HasPrefix(data, []byte{0xEF, 0xBB, 0xBF}):
		return string(data[3:]), "UTF-8 with a byte order mark", nil
	case utf8.Valid(data):
		return string(data), "UTF-8", nil
	}
	out, err := charmap.Windows1252.NewDecoder().Bytes(data)
	return string(out), "Windows-1252", err
}

// unmarked tells of UTF-16 that does not say so: every second byte of Latin text is nothing.
func unmarked(data []byte) (little, big bool) {
	const enough = 4
	if len(data) < enough || len(data)%2 != 0 {
		return false, false
	}
	even, odd := 0, 0
	for i := 0; i < len(data); i += 2 {
		if data[i] == 0 {
			even++
		}
		if data[i+1] == 0 {
			odd++
		}
	}
	most := len(data) / 2 * 3 / 4
	return odd > most && even == 0, even > most && odd == 0
}

// readText reads text with the separator under which a row names most columns; a first line such as "sep=;" decides.
func readText(data []byte, score Score) (rows []Row, how string, err error) {
	text, encoding, err := Decoded(data)
	if err != nil {
		return nil, "", err
	}
	told := rune(0)
	if first, rest, _ := strings.Cut(text, "\n"); len(first) == len("sep=;") && strings.EqualFold(first[:4], "sep=") {
		told, text = rune(first[4]), "\n"+rest // the line still counts
	}
	best, words, most := ',', "", -1
	for _, s := range separators {
		if s.rune == told {
			best, words = s.rune, s.words
			break
		}
		top, _ := parsed(text, s.rune, mostRowsAbove)
		for _, row := range top {
			if n := score(row.texts()); n > most {
				best, words, most = s.rune, s.words, n
			}
		}
	}
	rows, err = parsed(text, best, 0)
	return rows, encoding + words, err
}

// parsed are the rows of a text with a separator; the first so many of them, where that is above 0.
func parsed(text string, separator rune, most int) (rows []Row, err error) {
	in := csv.NewReader(strings.NewReader(text))
	in.Comma, in.FieldsPerRecord = separator, -1
	for most == 0 || len(rows) < most {
		cells, err := in.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return rows, brokenOff(err)
		}
		row := Row{}
		row.Number, _ = in.FieldPos(0)
		for _, cell := range cells {
			row.Cells = append(row.Cells, Cell{Text: strings.TrimSpace(bare(cell))})
		}
		rows = append(rows, row)
	}
	return rows, nil
}

// brokenOff says from where on a text cannot be read, since nobody knows where the next line begins.
func brokenOff(err error) error {
	var wrong *csv.ParseError
	line := 1
	if errors.As(err, &wrong) {
		line = wrong.StartLine
	}
	return fmt.Errorf("%w: from line %d on it cannot be read, since a quotation mark there stands alone; "+
		"a cell with one is put between quotation marks, and the one inside is written twice", ErrUnreadable, line)
}

// Write writes rows as RFC 4180 has them: UTF-8, commas, lines that end with CR and LF; with a byte order mark where
// it is asked for, by which some spreadsheets know the encoding. No cell is taken for a formula.
func Write(w io.Writer, rows [][]string, mark bool) error {
	if mark {
		if _, err := io.WriteString(w, "\ufeff"); err != nil {
			return err
		}
	}
	out := csv.NewWriter(w)
	out.UseCRLF = true
	for _, row := range rows {
		cells := make([]string, len(row))
		for i, text := range row {
			cells[i] = inert(text)
		}
		if err := out.Write(cells); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

var plainNumber = regexp.MustCompile(`^-?\d+(\.\d+)?$`)

// inert keeps a spreadsheet from taking text for a formula: such a cell is led by an apostrophe, which reading takes
// off.
func inert(text string) string {
	if formula(text) && !plainNumber.MatchString(text) {
		return "'" + text
	}
	return text
}

// bare takes off the apostrophe that keeps text from being a formula; one that begins a word stays.
func bare(cell string) string {
	if strings.HasPrefix(cell, "'") && formula(cell) {
		return cell[1:]
	}
	return cell
}

// formula tells of text that a spreadsheet would reckon with, and of such text that is led by apostrophes.
func formula(text string) bool {
	text = strings.TrimLeft(text, "'")
	return text != "" && strings.ContainsRune("=+-@\t\r", rune(text[0]))
}
