package worklog

import (
	"cmp"
	"math"
	"slices"
)

// Covered is how far a product really went, by how it was laid.
type Covered struct {
	Method string  // "" = as planned
	M2PerL float64 // the middle one of all jobs: one slip moves it little
	Jobs   int
}

// Covers is how far coats of one product went that were told with an amount of their own: what was merely filled in as
// planned teaches nothing. Losses and what stayed in the pot are within it.
func Covers(standing []Event) []Covered {
	byMethod := map[string][]float64{}
	for _, e := range standing {
		h := e.Laid()
		filledIn := h.BeforeKg == 0 && h.AsMeant > 0 && math.Abs(h.Litres/h.AsMeant-1) <= asPlanned
		counted := e.Kind() == CoatLaid && h.Litres > 0 && h.M2 > 0
		if !counted || filledIn {
			continue
		}
		m2 := h.M2
		if h.Partly() {
			m2 *= h.Share
		}
		byMethod[h.Method] = append(byMethod[h.Method], m2/h.Litres)
	}
	var out []Covered
	for method, rates := range byMethod {
		slices.Sort(rates)
		out = append(out, Covered{method, middle(rates), len(rates)})
	}
	slices.SortFunc(out, func(a, b Covered) int {
		return cmp.Or(cmp.Compare(b.Jobs, a.Jobs), cmp.Compare(a.Method, b.Method))
	})
	return out
}
