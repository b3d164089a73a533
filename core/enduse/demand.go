package enduse

import "firmitas/core/coating"

// Given is what a surface gives against what its end use asks on one demand.
type Given struct {
	Demand Demand
	Asked  int
	Given  int
	Why    string // set when the rating was lowered for this use
}

// Shortfall is by how many levels it falls short; 0 when it does not.
func (g Given) Shortfall() int { return max(0, g.Asked-g.Given) }

// Meet compares a last coat with what u asks. Asking for 1 is always met.
func (u *EndUse) Meet(last *coating.Product) []Given {
	rated := Levels{
		int(last.Water),
		int(last.Alcohol),
		int(last.Cleaner),
		int(last.Heat),
		int(last.Abrasion),
		weather(last),
	}
	lower, why := 0, ""
	if u.SkinOil && softenedBySkinOil(last.Family) {
		lower, why = 1, "Skin oil softens this kind over the years: counted one level lower where hands and arms rest."
	}
	out := make([]Given, 0, len(rated))
	for d := range rated {
		g := Given{Demand: Demand(d), Asked: u.Asks[d], Given: max(1, rated[d]), Why: ""}
		if lower > 0 && g.Asked > 1 && g.Demand != Weather {
			g.Given, g.Why = max(1, rated[d]-lower), why
		}
		out = append(out, g)
	}
	return out
}

// weather reads a label's UV rating as a level: an exterior film that absorbs most UV (4) stands exposed weather (5).
// Basis: practice.
func weather(p *coating.Product) int {
	if p.Exterior != coating.Yes {
		return 1
	}
	return min(5, int(p.UV)+1)
}

// softenedBySkinOil: wax, shellac, lacquer and plain one-part water-carried acrylics (practice).
func softenedBySkinOil(f *coating.Family) bool {
	melts := f.Cure == coating.Evaporation && f.Body == coating.Film
	plainAcrylic := f.Cure == coating.Coalescence && f.Is("clear") && !f.Has(coating.Urethane)
	return f.Body == coating.Wax || melts || plainAcrylic
}
