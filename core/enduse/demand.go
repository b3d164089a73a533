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

const (
	soakAsk     = 3 // most that is asked of what soaks in: it resists by being renewed
	soakAbraded = 2 // and of its surface, but underfoot
)

// asksOf is what u asks of a last coat. A film resists; what soaks in is renewed, bare and durable wood stands by
// itself, and what is kept is kept. In public nobody renews anything. Basis: practice.
func (u *EndUse) asksOf(last *coating.Product, durable bool) Levels {
	f := last.Family
	renewed := f.Body == coating.Penetrating && u.RenewMonths(f) > 0
	switch {
	case f.NothingOn():
		return Levels{1, 1, 1, 1, 1, 1}
	case !renewed || u.ByHand || u.IsA(traitPublic):
		return u.Asks
	}
	asks := u.Asks
	for d := range asks {
		asks[d] = min(asks[d], soakAsk)
	}
	if u.Outdoors() {
		asks[Alcohol], asks[Cleaner], asks[Heat], asks[Abrasion] = 1, 1, 1, 1
	}
	if !u.Has(Floor) {
		asks[Abrasion] = min(asks[Abrasion], soakAbraded)
	}
	if standsSun := durable || last.Shade != coating.Clear; u.Outdoors() && standsSun {
		asks[Water], asks[Weather] = 1, 1
	}
	return asks
}

// Films that the weather asks for, in µm of dry film (published: Wood Handbook, for primer and two coats of paint;
// value from memory; the rest practice).
const (
	exteriorPrimerUM = 40  // of a primer counts with the paint over it
	clearInSunUM     = 150 // of a clear film in full sun: five coats or six
)

// FilmFor is the dry film that u wants of a last coat, in µm; 0 when counted in coats.
func (u *EndUse) FilmFor(last *coating.Product) float64 {
	switch {
	case u.FilmUM == 0 || !u.Outdoors():
		return u.FilmUM
	case last.Opaque():
		return max(0, u.FilmUM-exteriorPrimerUM)
	case u.Has(UV):
		return max(u.FilmUM, clearInSunUM)
	}
	return u.FilmUM
}

// waxedWhy explains the levels of wax over a film.
const waxedWhy = "Waxed: the wax marks first and is rubbed anew, the film below keeps the wood. Counted one level below the film."

// Waxed tells whether a last coat is wax over a clear film, shellac, lacquer or varnish: neither wears alone. Under wax
// a porous paint stays what it is, and paint that is hard wants no wax.
func Waxed(last *coating.Product, under *coating.Family) bool {
	if under == nil || last.Family.Body != coating.Wax {
		return false
	}
	clear := under.Is(coating.GroupClear, coating.GroupSealer)
	return clear && under.Body == coating.Film
}

// Meet compares a last coat with what u asks of its kind, over what lies below it (nil = the material), on wood that is
// durable outdoors or not. Asking for 1 is always met. Wax over a film counts one level below what that kind of film
// gives, where that is more than the wax does (practice).
func (u *EndUse) Meet(last *coating.Product, under *coating.Family, durable bool) []Given {
	asks := u.asksOf(last, durable)
	rated := Levels{
		int(last.Water),
		int(last.Alcohol),
		int(last.Cleaner),
		int(last.Heat),
		int(last.Abrasion),
		weather(last),
	}
	waxed := Waxed(last, under)
	if waxed {
		film := under.Typical
		for d, level := range [len(rated)]float64{film.Water, film.Alcohol, film.Cleaner, film.Heat, film.Abrasion, 1} {
			rated[d] = max(rated[d], int(level)-1)
		}
	}
	lower, why := 0, ""
	if u.SkinOil && softenedBySkinOil(last.Family) {
		lower, why = 1, "Skin oil softens this kind over the years: counted one level lower where hands and arms rest."
	}
	out := make([]Given, 0, len(rated))
	for d := range rated {
		g := Given{Demand: Demand(d), Asked: asks[d], Given: max(1, rated[d]), Why: ""}
		if lower > 0 && g.Asked > 1 && g.Demand != Weather {
			g.Given, g.Why = max(1, rated[d]-lower), why
		} else if waxed && g.Asked > 1 {
			g.Why = waxedWhy
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
	plainAcrylic := f.Cure == coating.Coalescence && f.Is(coating.GroupClear) && !f.Has(coating.Urethane)
	return f.Body == coating.Wax || melts || plainAcrylic
}
