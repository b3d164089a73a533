package system

import (
	"slices"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
)

// Ranking adds up what a system costs its finisher, in days. All parts add along the path from the material to the
// last coat, and depend on nothing but the ground and the coat: that is what lets the search be exact.
// The weights are practice: how finishers argue, not measured.
const (
	dayPerCoat     = 0.5  // work and washing-up of one coat
	dayPerProduct  = 0.6  // one more tin, one more thing to go wrong
	dayPerPrepare  = 0.15 // a preparation at a join
	dayPerTest     = 2.5  // a test board made and waited for
	dayPerLevel    = 3.0  // one level short on a demand
	renewedLevel   = 0.5  // share of that for what soaks in and is renewed outdoors: it wears, but nothing peels
	dayPerStrip    = 6.0  // a clear film in the sun ends in stripping, sooner or later
	dayPerSheen    = 1.0  // one step away from the sheen asked
	dayPerWaitUsed = 0.5  // a day between the last coat and light use
	dayPerMisfit   = 1.5  // made for another life: a floor finish on furniture, a preservative indoors
	dayPerCureDay  = 0.03 // waiting for full cure, mostly after hand-over
	dayPerDuty     = 0.5  // handling that wants training, a booth or a respirator
	dayPerRenewal  = 1.5  // over a piece's life, per renewal a year (up to two)
	mostRenewals   = 2.0
	monthsInYear   = 12.0
	dayPerAmber    = 0.3 // each step of ambering where the wood is to look natural
	hoursInDay     = 24.0
	sheenTooFar    = 3 // steps at which a product no longer answers the wish
)

func joinCost(j compat.Judgement) float64 {
	cost := j.EarliestH / hoursInDay
	switch j.Verdict {
	case compat.Prepare:
		cost += dayPerPrepare
	case compat.Test:
		cost += dayPerTest
	}
	return cost
}

func layerCost(w Wish, l Layer) float64 {
	cost := dayPerProduct + dayPerCoat*float64(l.Coats)
	if l.Product.Family.Has(coating.Isocyanate) || l.Product.Family.Has(coating.Formaldehyde) {
		cost += dayPerDuty
	}
	if misfit(w, []Layer{l}) {
		cost += dayPerMisfit
	}
	return cost
}

// misfit tells whether a layer is made for another life: a floor finish on furniture, a preservative indoors.
func misfit(w Wish, layers []Layer) bool {
	return slices.ContainsFunc(layers, func(l Layer) bool {
		f := l.Product.Family
		return (f.Is("floor") && !w.Use.Has(enduse.Floor)) || (f.Has(coating.Preservative) && !w.Use.Outdoors())
	})
}

func finishCost(w Wish, last *coating.Product, coats int) float64 {
	cost := dayPerSheen * float64(sheenSteps(w, last))
	level := dayPerLevel
	if w.Use.Outdoors() && last.Family.Body == coating.Penetrating && last.Family.RenewMonths > 0 {
		level *= renewedLevel
	}
	for _, d := range w.Use.Meet(last) {
		cost += level * float64(d.Shortfall())
	}
	if w.Use.Has(enduse.UV) && last.Family.Body == coating.Film && !last.Opaque() {
		cost += dayPerStrip
	}
	cost += dayPerLevel * float64(filmLevels(w.Use.FilmUM, last.DryUM()*float64(coats)))
	cost += dayPerWaitUsed * last.LightUseH * climate.CureSlowdown(climate.Reference, w.Air) / hoursInDay
	cost += dayPerCureDay * last.FullCureD
	if m := last.Family.RenewMonths; m > 0 {
		cost += dayPerRenewal * min(mostRenewals, monthsInYear/float64(m))
	}
	if w.Look == Natural {
		cost += dayPerAmber * last.Amber
	}
	return cost
}
