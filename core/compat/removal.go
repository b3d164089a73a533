package compat

import (
	"slices"

	"firmitas/core/coating"
	"firmitas/core/substrate"
)

// Removal is how something is taken off again. Minutes are for flat faces, double for moulded ones; basis: practice.
type Removal struct {
	Work   substrate.Work
	ThenH  float64 // until a coat may follow
	While  float64 // hours since the coat in which it works; 0 = at any age
	Risk   string
	Bares  bool // down to the material, not only what lies on top
	Covers func(f *coating.Family) bool
}

// Removals from the gentlest on: the first that takes the top off is the way. Basis: practice.
var removals = []Removal{
	{
		Work:   substrate.WipeOff,
		While:  10. / 60,
		ThenH:  2,
		Risk:   stillFresh,
		Covers: func(f *coating.Family) bool { return film(f) && waterCarried(f) },
	},
	{
		Work:   substrate.WipeOff,
		While:  24,
		ThenH:  24,
		Risk:   stillFresh,
		Covers: func(f *coating.Family) bool { return film(f) && f.OilBased() }, // an oil has gone into the wood
	},
	{
		Work:  substrate.Dewaxing,
		ThenH: 2,
		Risk:  "Wax stays in the pores: dewaxed shellac over it is good insurance.",
		Covers: func(f *coating.Family) bool {
			return waxy(f) && !f.Has(coating.PlainNaturalKind)
		},
	},
	{
		Work:   substrate.SoapOut,
		ThenH:  48,
		Risk:   "A drop must sink in, and water must not feel slippery.",
		Covers: func(f *coating.Family) bool { return f.Has(coating.Soap) },
	},
	{
		Work:   substrate.ShellacOff,
		ThenH:  4,
		Risk:   "Dye, gilding and graining below dissolve with it. No flame, air the room.",
		Covers: clearShellac,
	},
	{
		Work:   substrate.LacquerOff,
		ThenH:  24,
		Risk:   "Fumes and fire: booth air, gloves, no flame. Dye below comes with it.",
		Covers: func(f *coating.Family) bool { return strong(f) && f.RedissolvesIn == coating.LacquerSolvent },
	},
	{
		Work:  substrate.Sanding,
		Bares: true,
		Risk:  "Veneer is 0.6 mm: no power sander there. Dust mask; an old paint is tested for lead first.",
		Covers: func(f *coating.Family) bool {
			hard := f.Cure == coating.Crosslinking || f.Has(coating.Factory)
			return film(f) && hard
		},
	},
	{
		Work:   substrate.Stripper,
		ThenH:  48,
		Bares:  true,
		Risk:   "Swells veneer and lifts inlay; alkaline residue spoils the next coat. An old paint is tested for lead first.",
		Covers: film,
	},
	{
		Work:  substrate.OilOut,
		Bares: true,
		ThenH: 24,
		Risk:  "Oil stays deep in the pores: dewaxed shellac first is good insurance.",
		Covers: func(f *coating.Family) bool {
			return soaksIn(f) && f.Is(coating.GroupOil) && f.Cure != coating.NoCure
		},
	},
}

const stillFresh = "A stain below lightens with it. Now it is minutes; next week it costs ten times as much."

// reaches tells whether a removal works on the top of a stack, at its age.
func (r *Removal) reaches(top *coating.Family, sinceH *float64) bool {
	inTime := r.While == 0 || (sinceH != nil && *sinceH <= r.While)
	return inTime && r.Covers(top)
}

// takenOff is what is left of a stack once its top is off, and how that is done; false where nothing lies on the
// material, or the only cure is not to coat at all.
func takenOff(s Stack) (Stack, Removal, bool) {
	g := s.Ground()
	if slices.Contains(s.State.Soiled, Wax) { // taken off as wax wherever it is told
		s.State.Soiled = slices.DeleteFunc(slices.Clone(s.State.Soiled), func(x Soil) bool { return x == Wax })
		dewax := slices.IndexFunc(removals, func(r Removal) bool { return r.Work.ID == substrate.Dewaxing.ID })
		return s, removals[dewax], true
	}
	if g.Top == nil {
		return s, Removal{}, false
	}
	since := s.state().SinceH
	i := slices.IndexFunc(removals, func(r Removal) bool { return r.reaches(g.Top.Family, since) })
	if i < 0 {
		return s, Removal{}, false
	}
	r := removals[i]
	waxDeeper := g.Waxed && !waxy(g.Top.Family)
	if waxDeeper { // what lies on wax comes off with it
		r.Bares = true
	}
	bareNow := r.Bares || len(s.Laid) == 0
	s.State = State{}
	if bareNow {
		s.Base, s.Laid = Bare(g.Material), nil
		return s, r, true
	}
	s.Laid = slices.Clone(s.Laid[:len(s.Laid)-1])
	return s, r, true
}
