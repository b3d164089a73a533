package coating

import (
	_ "embed"
	"fmt"
	"strconv"
	"strings"

	"firmitas/core/table"
)

// Class is how a kind of coat hardens and ages, and what it then lets on itself. Basis of all of it: practice, at 20 to
// 23 °C and 40 to 60 % RH, for a coat of the usual film.
type Class struct {
	ID    string
	Name  string // in a sentence, "over …"
	ADay  int    // coats that one day bears; 0 = not counted
	terms [kindsOfCoat]*Terms
}

// KindOfCoat is what a class tells apart of what goes over it.
type KindOfCoat int

const (
	OfItsOwn        KindOfCoat = iota // the very same family
	OfWater                           // water-carried film
	OfOil                             // oil varnish, oil paint
	OfStrongSolvent                   // lacquers that no hardener is in
	OfCatalysed                       // acid-cured and isocyanate in strong solvent
	OfShellac
	OfWax
	OfEpoxy
	kindsOfCoat
)

var kindColumns = [kindsOfCoat]string{"own", "water", "oil", "strong", "catalysed", "shellac", "wax", "epoxy"}

// Terms are on what a class takes a kind of coat. All hours are since the class's own last coat.
type Terms struct {
	Refused  bool
	Doubtful bool    // a board first
	Key      bool    // dull all over, whatever the hour
	Mist     bool    // thin mist coats first
	SoonestH float64 // never before
	PlanH    float64 // what a careful plan waits; between the two it is felt by hand
	ClosesH  float64 // then it must be keyed; 0 = never
	Red      Span    // half-cured: it swells, wrinkles or tears, keyed or not
	Amber    Span    // the same, where it depends on the product
	LaterH   float64 // from here on Later holds instead; 0 = never
	Later    *Terms
}

// WantsKey tells that it must be keyed at any hour.
func (t *Terms) WantsKey() bool { return t.Key && !t.Refused }

// Span of hours.
type Span struct{ FromH, ToH float64 }

//go:embed classes.csv
var classesCSV []byte

// Classes by id.
var Classes = mustParseClasses(classesCSV)

func mustParseClasses(file []byte) map[string]*Class {
	out := map[string]*Class{}
	for _, cell := range table.Must("classes.csv", file) {
		var err error
		c := &Class{ID: cell["class"], Name: cell["name"]}
		if a := cell["a_day"]; a != "" {
			if c.ADay, err = strconv.Atoi(a); err != nil {
				panic(fmt.Sprintf("classes.csv, %s, a_day: %v", c.ID, err))
			}
		}
		for k, name := range kindColumns {
			if c.terms[k], err = parseTerms(cell[name]); err != nil {
				panic(fmt.Sprintf("classes.csv, %s, %s: %v", c.ID, name, err))
			}
		}
		out[c.ID] = c
	}
	return out
}

// parseTerms reads a cell of classes.csv: words in any order.
//
//	24-72   not before 24 h; planned at 72 h        R   refused         T     a board first
//	<48     closes at 48 h: keyed after that        key, mist, dull (as wax wants it)
//	!8-24   half-cured: refused, keyed or not       ?24-72   the same, where it depends on the product
//	>720 …  what follows holds from 720 h on
func parseTerms(cell string) (*Terms, error) {
	if cell == "" {
		return nil, nil
	}
	t := &Terms{}
	words := strings.Fields(cell)
	for i, w := range words {
		var err error
		switch {
		case w == "R":
			t.Refused = true
		case w == "T":
			t.Doubtful = true
		case w == "key":
			t.Key = true
		case w == "mist":
			t.Mist = true
		case w == "dull": // said of wax by a rule of its own
		case w[0] == '<':
			t.ClosesH, err = strconv.ParseFloat(w[1:], 64)
		case w[0] == '!':
			t.Red, err = span(w[1:])
		case w[0] == '?':
			t.Amber, err = span(w[1:])
		case w[0] == '>':
			if t.LaterH, err = strconv.ParseFloat(w[1:], 64); err == nil {
				t.Later, err = parseTerms(strings.Join(append([]string{w[1:]}, words[i+1:]...), " "))
			}
			return t, err
		default:
			var s Span
			s, err = span(w)
			t.SoonestH, t.PlanH = s.FromH, s.ToH
		}
		if err != nil {
			return nil, err
		}
	}
	return t, nil
}

// span reads "8-24", or "8" for both ends.
func span(text string) (Span, error) {
	from, to, both := strings.Cut(text, "-")
	if !both {
		to = from
	}
	a, err := strconv.ParseFloat(from, 64)
	if err != nil {
		return Span{}, err
	}
	b, err := strconv.ParseFloat(to, 64)
	return Span{a, b}, err
}

// KindOver is what kind of coat f is over a film of another family; false where classes say nothing of it: what soaks
// in, and what decorates.
func (f *Family) KindOver(ground *Family) (KindOfCoat, bool) {
	switch {
	case f == ground:
		return OfItsOwn, true
	case f.Is(GroupDecor, GroupFiller, GroupStain):
		return 0, false
	case f.Body == Wax:
		return OfWax, true
	case f.Body != Film:
		return 0, false
	case f.Has(Epoxy):
		return OfEpoxy, true
	case f.Carrier == Alcohol:
		return OfShellac, true
	case f.Catalysed():
		return OfCatalysed, true
	case f.Carrier == LacquerSolvent:
		return OfStrongSolvent, true
	case f.Carrier == Water:
		return OfWater, true
	case f.OilBased():
		return OfOil, true
	}
	return 0, false
}

// TermsFor are on what ground takes a coat of f; nil where its class says nothing of it.
func (f *Family) TermsFor(ground *Family) *Terms {
	kind, said := f.KindOver(ground)
	if !said || ground.Class == nil {
		return nil
	}
	return ground.Class.terms[kind]
}
