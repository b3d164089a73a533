package document

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/xuri/excelize/v2"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"

	"firmitas/core/coating"
	"firmitas/core/table"
)

// A value of a label, with the number that a person means by it.
type meant struct {
	column string
	value  float64
	unit   string
}

// shelfMeant is what the person who keeps a messy file means.
var shelfMeant = []struct {
	name, family, sheen string
	values              []meant
}{
	{"Süßwasser Öl", "oil_hardwax", "satin", []meant{{"recoatMinH", 12, "h"}, {"maxDryUM", 1250, "µm"}, {"densityA", 1.025, ""}}},
	{"'s Morgens Lak", "clear_wb_pu", "matte", []meant{{"recoatMinH", 2.5, "h"}, {"spreadM2L", 12.5, "m²/L"}, {"minC", -5, "°C"}}},
	{"Café, noir; extra", "varnish_oil_pu", "semi-gloss", []meant{{"fullCureD", 7, ""}, {"vocGL", 420, "g/L"}, {"potLifeH", 0.125, ""}}},
	{"Plain", "wax_clear", "dead-flat", nil},
}

// habits are how one person's program and hand write a file.
type habits struct {
	separator             rune
	encoding, ends        string
	language              string // of headings and words; "" = our ids, "screen" = as shown, "LOUD" = capitals
	decimal, thousands    string
	title, told, trailing bool // rows above; a line sep=; empty cells behind
	ownColumns, emptyRows bool
	quoteAll, workbook    bool
}

func someHabits(r *rand.Rand) habits {
	pick := func(of ...string) string { return of[r.IntN(len(of))] }
	coin := func() bool { return r.IntN(2) == 0 }
	h := habits{
		separator: []rune(pick(",", ";", "\t", "|"))[0],
		encoding:  pick("utf8", "bom", "1252", "utf16le", "utf16be", "utf16bare"),
		ends:      pick("\n", "\r\n", "\r"),
		language:  pick("", "screen", "LOUD", "en", "de", "fr", "es"),
		decimal:   pick(".", ","),
		title:     coin(), told: r.IntN(4) == 0, trailing: coin(), ownColumns: coin(), emptyRows: coin(), quoteAll: coin(),
		workbook: r.IntN(5) == 0,
	}
	h.thousands = pick("", "\u00a0", "'", map[string]string{".": ",", ",": "."}[h.decimal])
	return h
}

func (h habits) number(v float64) string {
	whole, part, _ := strings.Cut(fmt.Sprint(v), ".")
	if v >= 1000 {
		whole = whole[:len(whole)-3] + h.thousands + whole[len(whole)-3:]
	}
	if part == "" {
		return whole
	}
	return whole + h.decimal + part
}

// heading is what a file of these habits calls a column.
func (h habits) heading(r *rand.Rand, column string) string {
	switch h.language {
	case "":
		return column
	case "screen":
		return titles[column]
	case "LOUD":
		return strings.ToUpper(" " + titles[column] + " [h]")
	}
	for _, row := range table.Must("headings.csv", headingsCSV) {
		if row["column"] == column {
			names := strings.Split(row[h.language], "|")
			return names[r.IntN(len(names))]
		}
	}
	return column
}

func (h habits) rows(r *rand.Rand) (out [][]string) {
	columns := []string{"name", "family", "sheen", "recoatMinH", "maxDryUM", "densityA", "spreadM2L", "minC", "fullCureD", "vocGL", "potLifeH"}
	if h.title {
		out = append(out, []string{"Our shelf, spring"}, []string{""})
	}
	heading := []string{}
	for _, c := range columns {
		heading = append(heading, h.heading(r, c))
	}
	if h.ownColumns {
		heading = append(heading, "Rack", "Supplier no.")
	}
	out = append(out, heading)
	for _, p := range shelfMeant {
		family, sheen := p.family, p.sheen
		if h.language != "" {
			family, sheen = coating.Families[p.family].Name, strings.ToUpper(sheen)
		}
		row := []string{p.name, family, sheen}
		for _, c := range columns[3:] {
			cell := ""
			for _, v := range p.values {
				if v.column == c {
					cell = strings.TrimSpace(h.number(v.value) + " " + v.unit)
				}
			}
			row = append(row, cell)
		}
		if h.ownColumns {
			row = append(row, "left", "1.234")
		}
		out = append(out, row)
		if h.emptyRows {
			out = append(out, make([]string, len(row)))
		}
	}
	if h.trailing {
		for i := range out {
			out[i] = append(out[i], "", "")
		}
	}
	return out
}

// file is what their program makes of it.
func (h habits) file(t *testing.T, rows [][]string) []byte {
	if h.workbook {
		return asWorkbook(t, rows, h.decimal)
	}
	var b strings.Builder
	if h.told {
		fmt.Fprintf(&b, "sep=%c\n", h.separator)
	}
	for _, row := range rows {
		for i, cell := range row {
			if i > 0 {
				b.WriteRune(h.separator)
			}
			if h.quoteAll || strings.ContainsAny(cell, ",;\t|\"\n") {
				cell = `"` + strings.ReplaceAll(cell, `"`, `""`) + `"`
			}
			b.WriteString(cell)
		}
		b.WriteString("\n")
	}
	text := strings.ReplaceAll(b.String(), "\n", h.ends)
	var out []byte
	var err error
	switch h.encoding {
	case "utf8":
		out = []byte(text)
	case "bom":
		out = []byte("\ufeff" + text)
	case "1252":
		out, err = charmap.Windows1252.NewEncoder().Bytes([]byte(text))
	case "utf16le":
		out, err = unicode.UTF16(unicode.LittleEndian, unicode.UseBOM).NewEncoder().Bytes([]byte(text))
	case "utf16be":
		out, err = unicode.UTF16(unicode.BigEndian, unicode.UseBOM).NewEncoder().Bytes([]byte(text))
	case "utf16bare":
		out, err = unicode.UTF16(unicode.LittleEndian, unicode.IgnoreBOM).NewEncoder().Bytes([]byte(text))
	}
	if err != nil {
		t.Fatal(err)
	}
	return out
}

func asWorkbook(t *testing.T, rows [][]string, decimal string) []byte {
	book := excelize.NewFile()
	defer book.Close()
	for i, row := range rows {
		for j, cell := range row {
			at, err := excelize.CoordinatesToCellName(j+1, i+1)
			if err != nil {
				t.Fatal(err)
			}
			var v float64
			var value any = cell
			if _, err := fmt.Sscan(strings.Replace(cell, decimal, ".", 1), &v); err == nil && !strings.ContainsAny(cell, " '\u00a0") {
				value = v // a program keeps a number as one
			}
			if err := book.SetCellValue("Sheet1", at, value); err != nil {
				t.Fatal(err)
			}
		}
	}
	var out bytes.Buffer
	if err := book.Write(&out); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// Files as people keep them, each kept right, asked about, or refused; none wrong in silence. Habits are drawn from what
// three kinds of programs write in four languages.
func TestMessyFiles(t *testing.T) {
	r := rand.New(rand.NewPCG(26, 1))
	asked := 0
	for n := range 200 {
		h := someHabits(r)
		data := h.file(t, h.rows(r))
		name := fmt.Sprintf("file %d, %+v", n, h)
		mark := map[string]Mark{".": Point, ",": Comma}[h.decimal]
		for _, mark := range []Mark{mark, None} {
			read, err := ReadProducts(data, mark)
			if err != nil || len(read.Lines) != len(shelfMeant) {
				t.Fatalf("%s: %v, %d lines", name, err, len(read.Lines))
			}
			if (len(read.Aside) == 2) != h.ownColumns {
				t.Fatalf("%s: set aside %v", name, read.Aside)
			}
			for i, l := range read.Lines {
				asked += len(l.Unclear(Product{}))
				if mark != None && len(l.Unclear(Product{})) > 0 {
					t.Fatalf("%s: asked although the mark was told: %v", name, l.Unclear(Product{}))
				}
				h.keptRight(t, name, i, l)
			}
		}
	}
	if asked == 0 {
		t.Error("no number was asked about")
	}
}

// keptRight holds a line against what was meant by it.
func (h habits) keptRight(t *testing.T, name string, i int, l Line) {
	t.Helper()
	want := shelfMeant[i]
	if p := l.Product; len(l.Problems) > 0 || p.Name != want.name || p.Family != want.family || p.Sheen != want.sheen ||
		len(p.Label) != len(want.values) {
		t.Fatalf("%s: %+v %v, want %+v", name, p, l.Problems, want)
	}
	unclear := map[string]bool{}
	for _, c := range l.Unclear(Product{}) {
		unclear[c.Column] = true
	}
	for _, v := range want.values {
		got, err := coating.FindField(v.column).Read(l.Product.Label[v.column])
		if (err != nil || got.From != v.value || got.To != v.value) && !unclear[l.Column(v.column)] {
			t.Fatalf("%s: %s of %q is %v (%v), meant was %v", name, v.column, l.Product.Label[v.column], got, err, v.value)
		}
	}
}

// What a spreadsheet spoiled is told, never kept.
func TestSpoiledCells(t *testing.T) {
	for cell, says := range map[string]string{
		"2-Apr": "is a day", "02. Apr": "is a day", "04.02.2026": "is a day", "2026-04-02 00:00:00": "is a day", "avr-24": "is a day",
		"#N/A": "a formula that went wrong", "#BEZUG!": "a formula that went wrong",
		"#¡VALOR!": "a formula that went wrong", "#E6C88F": "", "2-4": "", "1.250,5": "",
	} {
		read, err := ReadProducts([]byte("name;recoatMinH\nA;"+cell+"\n"), None)
		if err != nil || len(read.Lines) != 1 {
			t.Fatalf("%q: %v %+v", cell, err, read)
		}
		got := fmt.Sprint(read.Lines[0].Problems)
		if says == "" && got != "[]" || !strings.Contains(got, says) {
			t.Errorf("%q: %s, want %q", cell, got, says)
		}
	}
	book := excelize.NewFile()
	defer book.Close()
	day, err := book.NewStyle(&excelize.Style{NumFmt: 16})
	if err != nil {
		t.Fatal(err)
	}
	for at, v := range map[string]any{"A1": "name", "B1": "recoatMinH", "A2": "A", "B2": 46114} {
		if err := book.SetCellValue("Sheet1", at, v); err != nil {
			t.Fatal(err)
		}
	}
	if err := book.SetCellStyle("Sheet1", "B2", "B2", day); err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if err := book.Write(&out); err != nil {
		t.Fatal(err)
	}
	if read, err := ReadProducts(out.Bytes(), None); err != nil || !strings.Contains(fmt.Sprint(read.Lines[0].Problems), "is a day") {
		t.Errorf("a day in a workbook: %+v %v", read, err)
	}
}

// A number is read by the mark that the person names; where one can be read in two ways it waits for that.
func TestNumbersInTwoWays(t *testing.T) {
	for _, c := range []struct{ text, none, point, comma string }{
		{"1.250", "?", "1.250", "1250"},
		{"1,250 µm", "?", "1250 µm", "1.250 µm"},
		{"0.125", "0.125", "0.125", "0.125"},
		{"1.250,5", "1250.5", "1250.5", "1250.5"},
		{"1'250", "1250", "1250", "1250"},
		{"12.345.678", "12345678", "12345678", "12345678"},
		{"2,5–4,5 h", "2,5–4,5 h", "2,5–4,5 h", "2,5–4,5 h"},
		{"2.5 L 1.240,50; 10 L 3 990,00", "2.5 L 1240.50; 10 L 3 990,00", "2.5 L 1240.50; 10 L 3 990,00", "2.5 L 1240.50; 10 L 3 990,00"},
	} {
		for mark, want := range map[Mark]string{None: c.none, Point: c.point, Comma: c.comma} {
			got, unclear := clearNumbers(c.text, mark)
			if want == "?" && !unclear || want != "?" && (unclear || got != want) {
				t.Errorf("%q by %q: %q %v, want %q", c.text, mark, got, unclear, want)
			}
		}
	}
}

// Every heading means one column, every column has a name in each language, and what it is called on screen is read.
func TestHeadings(t *testing.T) {
	means := map[string]string{}
	for _, row := range table.Must("headings.csv", headingsCSV) {
		if !slices.Contains(columns, row["column"]) {
			t.Errorf("%q is no column", row["column"])
		}
		for _, language := range languages {
			for name := range strings.SplitSeq(row[language], "|") {
				was := means[folded(name)]
				if name == "" || was != "" && was != row["column"] {
					t.Errorf("%q in %s means %q and %q", name, language, was, row["column"])
				}
				means[folded(name)] = row["column"]
			}
		}
	}
	for _, c := range columns {
		if titles[c] == "" || columnOf[folded(titles[c])] != c || columnOf[folded(c)] != c {
			t.Errorf("column %q is called %q, which is read as %q", c, titles[c], columnOf[folded(titles[c])])
		}
	}
	for _, v := range table.Must("values.csv", valuesCSV) {
		for column := range strings.FieldsSeq(v["columns"]) {
			p := Product{Label: map[string]string{}}
			if err := p.set(column, v["value"]); err != nil || !slices.Contains(columns, column) {
				t.Errorf("%v: %v", v, err)
			}
		}
	}
}

// What is written is as the standard has it, and opens in a spreadsheet that asks for a mark.
func TestTablesAsWritten(t *testing.T) {
	for _, mark := range []bool{false, true} {
		var out bytes.Buffer
		if err := WriteCSV(&out, awkward(), mark); err != nil {
			t.Fatal(err)
		}
		text, marked := strings.CutPrefix(out.String(), "\ufeff")
		if marked != mark || strings.Count(text, "\r\n") < len(awkward())+1 || !strings.HasSuffix(text, "\r\n") {
			t.Errorf("marked %v, want %v: %q", marked, mark, text)
		}
		rows, err := csv.NewReader(strings.NewReader(text)).ReadAll()
		if err != nil || len(rows) != len(awkward())+1 || rows[1][0] != "Plain" {
			t.Errorf("%v %v", rows, err)
		}
	}
}
