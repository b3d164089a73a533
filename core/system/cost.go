package system

import (
	"slices"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/quantity"
	"firmitas/core/substrate"
	"firmitas/core/technique"
)

// Ranking adds up what a system costs its finisher, in days. All parts add along the path from the material to the
// last coat, and depend on nothing but the ground and the coat: that is what lets the search be exact.
// The weights are practice: how finishers argue, not measured.
const (
	dayPerCoat     = 0.5  // work and washing-up of one coat
	dayPerProduct  = 0.6  // one more tin, one more thing to go wrong
	dayPerPrepare  = 0.15 // a preparation at a join
	dayPerWatch    = 1.5  // a coat that may let tannin through: a night's look, and often a coat more
	dayPerTest     = 2.5  // what a doubt weighs; the week of its board runs beside other work
	dayPerLevel    = 3.0  // one level short on a demand
	dayPerStrip    = 6.0  // a clear film in the sun ends in stripping, sooner or later
	dayPerSheen    = 1.0  // one step away from the sheen asked
	dayPerApart    = 0.5  // one step away from the sheen of a zone beside that has the same look
	dayPerWaitUsed = 0.5  // a day between the last coat and light use
	dayPerFair     = 0.6  // done and well, but not what it is made for
	dayPerOdd      = 3.0  // a veteran would ask why
	dayPerBareFair = 3.2  // bare wood where it is done, and resists nothing
	dayPerBareOdd  = 6.0
	dayPerAbsurd   = 8.0 // where the finisher names it
	dayPerWarned   = 8.0 // a note of the workshop says: never again
	dayPerStray    = 1.5 // a coat that carries what does not belong: a preservative indoors, grip on a table
	dayPerOilySun  = 9.0 // a film on an oily wood in the sun peels: as much as three levels short
	dayPerSmallGun = 1.5 // set-up and cleaning for a surface that a brush does in minutes
	smallForGunM2  = 1.5
	dayPerSmallPot = 1.0 // a mix for every coat, most of it thrown away
	smallForPotM2  = 0.3
	largeForCanM2  = 0.5  // from here on a spray can is an odd choice
	dayPerWarmTone = 6.0  // a pale coat that yellows in warmth
	dayPerCureDay  = 0.03 // waiting for full cure, mostly after hand-over
	dayPerDuty     = 0.5  // handling that wants training, a booth or a respirator
	dayPerGun      = 0.4  // masking, setting up and cleaning a spray gun
	dayPerRenewal  = 1.5  // over a piece's life, per renewal a year (up to two)
	mostRenewals   = 2.0
	monthsInYear   = 12.0
	dayPerSmell    = 2.0  // days of airing for each coat that smells
	dayPerMend     = 2.0  // each step that a scratch is harder to make good
	dayPerDepth    = 1.5  // one step away from the depth of stain asked
	dayPerUntold   = 0.8  // a colour that no label tells is tried on a sample first
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
	if slices.ContainsFunc(j.Preparations, func(w substrate.Work) bool { return w.ID == compat.BleedWatch.ID }) {
		out.Risk = dayPerWatch
	}
	switch j.Verdict {
	case compat.Prepare:
		out.Work = dayPerPrepare
	case compat.Test:
		out.Risk += dayPerTest
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
	if l.Product.Family.NothingOn() {
		return Parts{Risk: madeForCost(w, l)}
	}
	out.Risk += sizeCost(w, l.Product)
	if l.Product.Family.Has(coating.Isocyanate) || l.Product.Family.Has(coating.Formaldehyde) {
		out.Risk += dayPerDuty
	}
	out.Risk += madeForCost(w, l)
	if w.Wants.Warned[l.Product.ID] != "" {
		out.Risk += dayPerWarned
	}
	if smells(l.Product.Family) {
		out.Smell = dayPerSmell
	}
	out.Look = toneCost(w, l)
	return out
}

// toneCost weighs a coat that colours the wood by how near its label is to the depth and hue asked.
func toneCost(w *Wish, l Layer) float64 {
	tints := l.Product.Shade == coating.Tone || (l.Product.Shade == coating.Dark && !l.Product.Opaque())
	if w.Look != Stained || !tints {
		return 0
	}
	f := l.Product.Facts
	out := dayPerDepth * float64(w.Wants.Depth.From(f.Depth))
	noDepth, noHue := w.Wants.Depth != "" && f.Depth == "", w.Wants.Hue != "" && f.Hue == ""
	if noDepth || noHue {
		out += dayPerUntold
	}
	return out
}

// sizeCost weighs what does not fit the size of the work: a gun or a mix for a little, a can for much. Where no size is
// told nothing is weighed.
func sizeCost(w *Wish, p *coating.Product) float64 {
	cost := 0.0
	small := func(m2 float64) bool { return w.AreaM2 > 0 && w.AreaM2 < m2 }
	if p.Family.AppliedBy == coating.Spray && small(smallForGunM2) {
		cost += dayPerSmallGun
	}
	if p.PotLifeH > 0 && small(smallForPotM2) {
		cost += dayPerSmallPot
	}
	if p.Family.AppliedBy == coating.Aerosol && w.AreaM2 > largeForCanM2 {
		cost += dayPerOdd
	}
	return cost
}

// price of a layer's material: what it takes at its tin's price by litre, or at a typical one.
func (w *Wish) price(l Layer, onBare bool) float64 {
	price, known := w.Wants.Prices[l.Product.ID]
	if !known {
		price = typicalPrice
	}
	taken := w.Take(l, w.AreaM2, onBare)
	taken.Left = float64(l.Coats) * w.Technique(l.Product, taken.AreaM2).LeftL(taken.AreaM2)
	return taken.Litres() * price
}

// Take is what a layer takes on a zone of area m², but for what stays in pot and tool; onBare when it meets the
// material itself.
func (w *Wish) Take(l Layer, area float64, onBare bool) quantity.Taken {
	covered := w.Area(l, area)
	if d := w.DecorOf(l); d != nil && d.Measures[pourDepth] > 0 {
		// so many pours reach the depth together; nothing soaks in, what runs off does so at the edges
		rate := float64(d.pours(l.Product)) / (d.Measures[pourDepth] * litresPerM3)
		return quantity.Take(covered, l.Coats, rate, 1/decoration.ResinSpill, false)
	}
	transfer := w.Technique(l.Product, covered).Transfer
	return quantity.Take(covered, l.Coats, l.Product.SpreadM2L, transfer, onBare && w.Material.Wood())
}

// Technique is how a coat of p goes on over area m² of the zone.
func (w *Wish) Technique(p *coating.Product, area float64) technique.Technique {
	shop := w.Shop
	if w.Wants.NoSpray {
		shop.Lacks = append(slices.Clone(shop.Lacks), technique.SprayGun)
	}
	return shop.For(technique.Job{
		Family: p.Family, AreaM2: area,
		Outdoors: w.Use.Outdoors(), Underfoot: w.Use.Has(enduse.Floor) || w.Use.IsA("deck"), OnSite: w.Wants.OnSite,
	})
}

// daysPerFit is what a last coat weighs by what it is made for.
var daysPerFit = [...]float64{
	enduse.Home: 0, enduse.Fair: dayPerFair, enduse.Odd: dayPerOdd,
	enduse.Absurd: dayPerAbsurd, enduse.Never: dayPerAbsurd,
}

var daysPerBareFit = [...]float64{
	enduse.Home: 0, enduse.Fair: dayPerBareFair, enduse.Odd: dayPerBareOdd,
	enduse.Absurd: dayPerAbsurd, enduse.Never: dayPerAbsurd,
}

// madeForCost weighs what a layer is made for: the coat that takes the wear by its kind, those below it only where they
// carry what does not belong.
func madeForCost(w *Wish, l Layer) float64 {
	f := l.Product.Family
	fit := w.Use.FitOf(f, w.Seen.Valued)
	roughToWipe := l.Product.States(coating.StatesSlip) && !walkedOn(w.Use)
	switch {
	case f.Is(coating.GroupBare):
		return daysPerBareFit[fit]
	case l.Role == Protect && roughToWipe:
		return daysPerFit[fit] + dayPerStray
	case l.Role == Protect:
		return daysPerFit[fit]
	case l.Role == Colour && f.Is(coating.GroupPaint): // under a clear it is at home one step further
		return daysPerFit[max(enduse.Home, fit-1)]
	case f.Has(coating.Preservative) && !w.Use.Outdoors():
		return dayPerStray
	}
	return 0
}

func walkedOn(u *enduse.EndUse) bool {
	slips := u.Has(enduse.Slip) || u.Has(enduse.SlipMeasured)
	return slips || u.Has(enduse.Floor) || u.IsA("deck", "shower", "play")
}

// oddly tells whether the coat that takes the wear is made for another life.
func oddly(w *Wish, s System) bool {
	return w.Use.FitOf(s.Protection().Product.Family, w.Seen.Valued) >= enduse.Odd
}

// finishCost is what a last coat costs by what it gives, over what lies below it.
func finishCost(w *Wish, last *coating.Product, coats int, under *coating.Family) Parts {
	out := Parts{Look: dayPerSheen*float64(sheenSteps(w, last)) + dayPerApart*float64(w.sheenApart(last))}
	for _, d := range w.Use.Meet(last, under, w.Material.Durable) {
		out.Wear += dayPerLevel * float64(d.Shortfall())
	}
	out.Wear += dayPerLevel * float64(filmLevels(w.Use.FilmFor(last), last.DryUM()*float64(coats)))
	if last.Family.NothingOn() {
		return Parts{Wear: out.Wear, Upkeep: renewalCost(w, last)}
	}
	out.Wait = dayPerWaitUsed*last.LightUseH*last.CureSlowdown(w.Air)/hoursInDay + dayPerCureDay*last.FullCureD
	clearInSun := w.Use.Has(enduse.UV) && last.Family.Body == coating.Film && !last.Opaque()
	if clearInSun && !w.Use.IsA("boat") { // there it is renewed each season
		out.Upkeep += dayPerStrip
		if w.Material.Oily {
			out.Upkeep += dayPerOilySun
		}
	}
	out.Upkeep += renewalCost(w, last)
	if w.Use.IsA("warm") && w.Look == OpaquePale {
		out.Look += dayPerWarmTone * min(1, last.Amber)
	}
	if k := w.Wants.Weights.Repair; k > 1 { // only where it matters more than usual, and then as much as it does
		out.Upkeep += dayPerMend * float64(easiestMend-mend(last.Family)) * (k - 1) / k
	}
	if w.Look == Natural {
		out.Look += dayPerAmber * last.Amber
	}
	return out
}

// renewalCost is what renewing a last coat weighs over a piece's life.
func renewalCost(w *Wish, last *coating.Product) float64 {
	months := w.Use.RenewMonths(last.Family)
	if months == 0 {
		return 0
	}
	return dayPerRenewal * min(mostRenewals, monthsInYear/float64(months))
}
