package care

import (
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"firmitas/core/table"
)

// termGroups are terms of the words files themselves: what coats, woods, sheens, lives and places are called.
var termGroups = []string{"kind", "material", "sheen", "life", "place", "demand"}

// The glossary: four hundred terms with those that the words files hold themselves, each in every language, each with
// the groups of sentences that use it; and sentences keep to it. Three in four do by their stems: the rest is said as
// that language says it ("eight coats" are Aufträge where layers are Schichten).
func TestGlossary(t *testing.T) {
	file, err := os.ReadFile("words/glossary.csv")
	if err != nil {
		t.Fatal(err)
	}
	rows := table.Must("glossary.csv", file)
	terms := len(rows)
	for id := range words["en"] {
		group, _, _ := strings.Cut(id, ".")
		if slices.Contains(termGroups, group) {
			terms++
		}
	}
	if terms < 400 {
		t.Errorf("%d terms", terms)
	}
	uses, keeps := 0, map[Lang]int{}
	for _, row := range rows {
		term := regexp.MustCompile(`(?i)\b` + regexp.QuoteMeta(plainTerm(row["en"])) + `(s|ed|d|es)?\b`)
		var used []string
		for _, id := range ids("en") {
			if !term.MatchString(words["en"][id]) {
				continue
			}
			uses++
			group, _, _ := strings.Cut(id, ".")
			used = append(used, group)
			for _, l := range Languages {
				if strings.Contains(strings.ToLower(words[l][id]), stem(row[string(l)])) {
					keeps[l]++
				}
			}
		}
		slices.Sort(used)
		if now := strings.Join(slices.Compact(used), " "); now != row["used"] {
			t.Errorf("%s is used in %q; the glossary says %q", row["en"], now, row["used"])
		}
		for _, l := range Languages {
			if row[string(l)] == "" {
				t.Errorf("%s has no word in %s", row["en"], l)
			}
		}
	}
	for _, l := range Languages[1:] {
		if share := float64(keeps[l]) / float64(uses); share < 0.7 {
			t.Errorf("%s keeps to the glossary in %.0f of 100 places", l, 100*share)
		}
	}
}

// plainTerm is a term without what tells it from another of the same name.
func plainTerm(term string) string {
	term, _, _ = strings.Cut(term, " (")
	return term
}

// stem is what of a term's longest word stays in its forms.
func stem(term string) string {
	longest := ""
	for word := range strings.FieldsSeq(strings.ReplaceAll(strings.ToLower(plainTerm(term)), "’", " ")) {
		if len(word) > len(longest) {
			longest = word
		}
	}
	letters := []rune(longest)
	const ending, shortest = 3, 4
	return string(letters[:min(len(letters), max(shortest, len(letters)-ending))])
}
