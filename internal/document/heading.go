package document

import (
	_ "embed"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"github.com/agnivade/levenshtein"
	"golang.org/x/text/runes"
	"golang.org/x/text/transform"
	"golang.org/x/text/unicode/norm"

	"firmitas/core/coating"
	"firmitas/core/table"
	"firmitas/internal/spreadsheet"
)

//go:embed headings.csv
var headingsCSV []byte

//go:embed values.csv
var valuesCSV []byte

var languages = []string{"en", "de", "fr", "es"}

// titles are how columns are called on screen.
var titles = func() map[string]string {
	out := map[string]string{}
	for _, row := range table.Must("headings.csv", headingsCSV) {
		out[row["column"]], _, _ = strings.Cut(row["en"], "|")
	}
	for _, f := range coating.Fields {
		out[f.Name] = f.Title
	}
	return out
}()

// columnOf finds the column that a heading means: by its id, by what it is called on screen, or by what people call it.
var columnOf = func() map[string]string {
	out := map[string]string{}
	for _, c := range columns {
		out[folded(c)], out[folded(titles[c])] = c, c
	}
	for _, row := range table.Must("headings.csv", headingsCSV) {
		for _, language := range languages {
			for name := range strings.SplitSeq(row[language], "|") {
				if _, taken := out[folded(name)]; !taken {
					out[folded(name)] = row["column"]
				}
			}
		}
	}
	return out
}()

// valueOf finds the value that a word in a column means: column and folded word → value.
var valueOf = func() map[[2]string]string {
	out := map[[2]string]string{}
	for _, row := range table.Must("values.csv", valuesCSV) {
		for column := range strings.FieldsSeq(row["columns"]) {
			out[[2]string{column, folded(row["value"])}] = row["value"]
			for _, language := range languages {
				for word := range strings.SplitSeq(row[language], "|") {
					out[[2]string{column, folded(word)}] = row["value"]
				}
			}
		}
	}
	return out
}()

var inBrackets = regexp.MustCompile(`\([^)]*\)|\[[^\]]*\]`)

// folded is a word without regard to capitals, accents, spaces and marks, and without what stands in brackets after it:
// units mostly.
func folded(word string) string {
	word = inBrackets.ReplaceAllString(word, "")
	keep := runes.Remove(runes.Predicate(func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }))
	plain := strings.ReplaceAll(strings.ToLower(word), "ß", "ss")
	out, _, err := transform.String(transform.Chain(norm.NFD, keep), plain)
	if err != nil || out == "" {
		return strings.ToLower(strings.TrimSpace(word)) // a mark alone, such as ✓
	}
	return out
}

// named counts how many cells name a column; without a name among them it is no heading.
func named(cells []string) int {
	known := map[string]bool{}
	for _, cell := range cells {
		if column := columnOf[folded(cell)]; cell != "" && column != "" {
			known[column] = true
		}
	}
	if !known["name"] || len(known) < 2 {
		return 0
	}
	return len(known)
}

// heading is what the columns of a file mean.
type heading struct {
	columns []string          // by place; "" for one that is set aside
	shown   map[string]string // column → as the file has it, with its letter
	aside   []Cell
}

// readHeading tells what the columns of a heading mean: those that bear our names first, then those that others give
// them. What means nothing here is set aside, and so is a second column of the same meaning.
func readHeading(cells []string) (heading, error) {
	h := heading{columns: make([]string, len(cells)), shown: map[string]string{}}
	shown := func(i int) string { return fmt.Sprintf("%s (%s)", cells[i], spreadsheet.Letter(i)) }
	for i, cell := range cells {
		column := columnOf[folded(cell)]
		ours := column != "" && slices.Contains([]string{folded(column), folded(titles[column])}, folded(cell))
		if !ours {
			continue
		}
		if h.shown[column] != "" {
			return h, fmt.Errorf("%w: column %s “%s” means the same as %s", spreadsheet.ErrUnreadable,
				spreadsheet.Letter(i), cell, h.shown[column])
		}
		h.columns[i], h.shown[column] = column, shown(i)
	}
	for i, cell := range cells {
		column := columnOf[folded(cell)]
		switch {
		case cell == "" || h.columns[i] != "":
		case column == "":
			h.aside = append(h.aside, Cell{shown(i), like(cell)})
		case h.shown[column] != "":
			h.aside = append(h.aside, Cell{shown(i), fmt.Sprintf("It means the same as %s.", h.shown[column])})
		default:
			h.columns[i], h.shown[column] = column, shown(i)
		}
	}
	return h, nil
}

// like tells of a column whose name is nearly one of ours.
func like(cell string) string {
	const slips, shortest = 2, 5
	word := folded(cell)
	if len(word) < shortest {
		return ""
	}
	names := make([]string, 0, len(columnOf))
	for name := range columnOf {
		names = append(names, name)
	}
	slices.Sort(names)
	for _, name := range names {
		if levenshtein.ComputeDistance(word, name) <= slips {
			return fmt.Sprintf("Is it “%s”?", titles[columnOf[name]])
		}
	}
	return ""
}
