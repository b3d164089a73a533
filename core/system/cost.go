package system

import (
	"slices"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/quantity"
)

// Ranking adds up what a system costs its finisher, in days. All parts add along the path from the material to the
// last coat, and depend on nothing but the ground and the coat: that is what lets the search be exact.
// The weights are practice: how finishers argue, not measured.
const (
	dayPerCoat     = 0.5  // work and washing-up of one coat
	dayPerProduct  = 0.6  // one more tin, one more thing to go wrong
	dayPerPrepare  = 0.15 // a preparation at a join
	dayPerTest     = 2.5  // what a doubt weighs; the week of its board runs beside other work
	dayPerLevel    = 3.0  // one level short on a demand
	renewedLevel   = 0.5  // share of that for what soaks in and is renewed outdoors: it wears, but nothing peels
	dayPerStrip    = 6.0  // a clear film in the sun ends in stripping, sooner or later
	dayPerSheen    = 1.0  // one step away from the sheen asked
	dayPerApart    = 0.5  // one step away from the sheen of a zone beside that has the same look
	dayPerWaitUsed = 0.5  // a day between the last coat and light use
	dayPerMisfit   = 1.5  // made for another life: a floor finish on furniture, a preservative indoors
	dayPerCureDay  = 0.03 // waiting for full cure, mostly after hand-over
	dayPerDuty     = 0.5  // handling that wants training, a booth or a respirator
	dayPerGun      = 0.4  // masking, setting up and cleaning a spray gun
	dayPerRenewal  = 1.5  // over a piece's life, per renewal a year (up to two)
	mostRenewals   = 2.0
	monthsInYear   = 12.0
	dayPerSmell    = 2.0  // days of airing for each coat that smells
	dayPerMend     = 2.0  // each step that a scratch is harder to make good
	dayPerAmber    = 0.3  // each step of ambering where the wood is to look natural
	dayPerMoney    = 0.04 // of material: 25 in the workshop's money weighs as a day does
	typicalPrice   = 30.0 // by litre, where no tin tells one
	hoursInDay     = 24.0
	sheenTooFar    = 3 // steps at which a product no longer answers the wish
)

// Parts of what a system costs its finisher, each in days before it is weighed.
type Parts struct {
	Work   float64 // coats, tins, preparations at joins
	Wait   float64 // between coats, until light use, until full cure
	Wear   float64 // falling short of what is asked
	Look   float64 // sheen, ambering
	Upkeep float64 // renewal, and how hard a scratch is to make good
	Risk   float64 // test boards, training, made for another life
	Smell  float64
	Money  float64 // material
}

func (p *Parts) add(more Parts, times float64) {
	p.Work += times * more.Work
	p.Wait += times * more.Wait
	p.Wear += times * more.Wear
	p.Look += times * more.Look
	p.Upkeep += times * more.Upkeep
	p.Risk += times * more.Risk
	p.Smell += times * more.Smell
	p.Money += times * more.Money
}

// rank adds the parts up, each as much as it matters. Look and risk are not for weighing.
func (p Parts) rank(k Weights) float64 {
	weighed := k.Coats*p.Work + k.Soon*p.Wait + k.Wear*p.Wear + k.Repair*p.Upkeep + k.Smell*p.Smell + k.Cost*p.Money
	return weighed + p.Look + p.Risk
}

func joinCost(j compat.Judgement) Parts {
	out := Parts{Wait: j.EarliestH / hoursInDay}
	switch j.Verdict {
	case compat.Prepare:
		out.Work = dayPerPrepare
	case compat.Test:
		out.Risk = dayPerTest
	}
	return out
}

func layerCost(w *Wish, l Layer, onBare bool) Parts {
	out := Parts{Work: dayPerCoat * float64(l.Coats), Money: dayPerMoney * w.price(l, onBare)}
	if !w.shared(l.Product) {
		out.Work += dayPerProduct
	}
	if l.Product.Family.AppliedBy == coating.Spray {
		out.Work += dayPerGun
	}
	if l.Product.Family.Has(coating.Isocyanate) || l.Product.Family.Has(coating.Formaldehyde) {
		out.Risk += dayPerDuty
	}
	if misfit(w, []Layer{l}) {
		out.Risk += dayPerMisfit
	}
	if smells(l.Product.Family) {
		out.Smell = dayPerSmell
	}
	return out
}

// price of a layer's material: what it takes at its tin's price by litre, or at a typical one.
func (w *Wish) price(l Layer, onBare bool) float64 {
	price, known := w.Wants.Prices[l.Product.ID]
	if !known {
		price = typicalPrice
	}
	return w.Litres(l, w.AreaM2, onBare) * price
}

// Litres that a layer takes on a zone of area m²; onBare when it meets the material itself.
func (w *Wish) Litres(l Layer, area float64, onBare bool) float64 {
	return quantity.Litres(w.Area(l, area), l.Coats, l.Product.SpreadM2L, onBare && w.Material.Wood())
}

// misfit tells whether a layer is made for another life: a floor finish on furniture, a preservative indoors.
func misfit(w *Wish, layers []Layer) bool {
	return slices.ContainsFunc(layers, func(l Layer) bool {
		f := l.Product.Family
		forFloors := f.Is("floor") && !w.Use.Has(enduse.Floor)
		return forFloors || (f.Has(coating.Preservative) && !w.Use.Outdoors())
	})
}

func finishCost(w *Wish, last *coating.Product, coats int) Parts {
	out := Parts{Look: dayPerSheen*float64(sheenSteps(w, last)) + dayPerApart*float64(w.sheenApart(last))}
	level := dayPerLevel
	if w.Use.Outdoors() && last.Family.Body == coating.Penetrating && last.Family.RenewMonths > 0 {
		level *= renewedLevel
	}
	for _, d := range w.Use.Meet(last) {
		out.Wear += level * float64(d.Shortfall())
	}
	out.Wear += dayPerLevel * float64(filmLevels(w.Use.FilmUM, last.DryUM()*float64(coats)))
	out.Wait = dayPerWaitUsed*last.LightUseH*last.CureSlowdown(w.Air)/hoursInDay + dayPerCureDay*last.FullCureD
	if w.Use.Has(enduse.UV) && last.Family.Body == coating.Film && !last.Opaque() {
		out.Upkeep += dayPerStrip
	}
	if m := last.Family.RenewMonths; m > 0 {
		out.Upkeep += dayPerRenewal * min(mostRenewals, monthsInYear/float64(m))
	}
	if k := w.Wants.Weights.Repair; k > 1 { // only where it matters more than usual, and then as much as it does
		out.Upkeep += dayPerMend * float64(easiestMend-mend(last.Family)) * (k - 1) / k
	}
	if w.Look == Natural {
		out.Look += dayPerAmber * last.Amber
	}
	return out
}
