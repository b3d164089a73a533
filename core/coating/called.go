package coating

import (
	"cmp"
	"slices"
	"strings"
	"unicode"

	"github.com/agnivade/levenshtein"
)

// FamilyCalled finds a family by its id or by its name, without regard to capitals, spaces and marks; nil where none is
// called so.
func FamilyCalled(words string) *Family {
	if f := Families[strings.TrimSpace(words)]; f != nil {
		return f
	}
	asked := strings.Join(wordsOf(words), "")
	for _, f := range FamiliesInOrder() {
		if asked != "" && strings.Join(wordsOf(f.Name), "") == asked {
			return f
		}
	}
	return nil
}

// NearestFamilies are those whose names are most like some words, the likest first; none where no word of them is.
func NearestFamilies(words string, most int) []*Family {
	type likeness struct {
		*Family
		of float64
	}
	asked := wordsOf(words)
	var all []likeness
	for _, f := range FamiliesInOrder() {
		if of := alike(asked, wordsOf(f.Name)); of > 0 {
			all = append(all, likeness{f, of})
		}
	}
	slices.SortStableFunc(all, func(a, b likeness) int { return cmp.Compare(b.of, a.of) })
	var out []*Family
	for _, l := range all[:min(most, len(all))] {
		out = append(out, l.Family)
	}
	return out
}

// alike is how much of both lists of words has its like in the other, from 0 to 1.
func alike(a, b []string) float64 {
	if len(a) == 0 || len(b) == 0 {
		return 0
	}
	return (shareOf(a, b) + shareOf(b, a)) / 2
}

func shareOf(words, among []string) float64 {
	sum := 0.0
	for _, w := range words {
		best := 0.0
		for _, o := range among {
			best = max(best, likeWords(w, o))
		}
		sum += best
	}
	return sum / float64(len(words))
}

// likeWords is 1 for the same word, and less for one that is mistyped or begins alike; 0 for another.
func likeWords(a, b string) float64 {
	const (
		another  = 0.6 // practice: two slips in a word of five letters are another word
		begins   = 0.8 // practice: "varnishes" and "varnish" are one, "hardwaxoil" and "hardwax" nearly
		shortest = 4   // letters: what begins as "oil" does is another word
	)
	longest := max(len([]rune(a)), len([]rune(b)))
	like := 1 - float64(levenshtein.ComputeDistance(a, b))/float64(longest)
	if min(len(a), len(b)) >= shortest && (strings.HasPrefix(a, b) || strings.HasPrefix(b, a)) {
		like = max(like, begins)
	}
	if like < another {
		return 0
	}
	return like
}

// wordsOf are the words of a name in small letters, as trade and tin write them: PU is polyurethane, WB waterborne.
func wordsOf(name string) (out []string) {
	mark := func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }
	for _, w := range strings.FieldsFunc(strings.ToLower(name), mark) {
		if long := shortFor[w]; len(long) > 0 {
			out = append(out, long...)
		} else {
			out = append(out, w)
		}
	}
	return out
}

// shortFor are the short forms that shelves are labelled with. Basis: practice.
var shortFor = map[string][]string{
	"pu": {"polyurethane"}, "poly": {"polyurethane"}, "wb": {"waterborne"}, "waterbased": {"waterborne"},
	"nc": {"nitrocellulose"}, "cv": {"conversion", "varnish"}, "2k": {"two", "part"}, "2pack": {"two", "part"},
	"precat": {"pre", "catalysed"}, "blo": {"boiled", "linseed", "oil"}, "undercoat": {"primer"},
}
