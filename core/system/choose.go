package system

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// choose takes the best system for each last coat and shows few of different character: the winners of each
// character first, then by rank, one of a family. What cannot keep the promise stands behind what may.
func choose(w Wish, best map[*coating.Product]System) []System {
	all := make([]System, 0, len(best))
	for _, s := range best {
		all = append(all, s)
	}
	slices.SortFunc(all, func(a, b System) int {
		return cmp.Or(cmp.Compare(a.Rank, b.Rank), cmp.Compare(a.Protection().Product.ID, b.Protection().Product.ID))
	})
	if len(all) == 0 {
		return nil
	}
	all = worthShowing(all)
	slices.SortStableFunc(all, func(a, b System) int { return cmp.Compare(w.surelyLate(a), w.surelyLate(b)) })
	shown := map[int]bool{}
	take := func(c Character, better func(a, b System) int) {
		first, tells := 0, false // a character that all share tells nothing
		for j := range all {
			if contends(&w, all[j], all[0]) && better(all[j], all[first]) < 0 {
				first = j
			}
		}
		for j := range all {
			tells = tells || better(all[first], all[j]) < 0
		}
		if tells {
			all[first].Characters = append(all[first].Characters, c)
			shown[first] = true
		}
	}
	all[0].Characters = append(all[0].Characters, BestFit)
	shown[0] = true
	take(HardestWearing, func(a, b System) int { return cmp.Compare(toughness(b), toughness(a)) })
	take(Soonest, func(a, b System) int { return cmp.Compare(a.LightUseH, b.LightUseH) })
	take(FewestCoats, func(a, b System) int { return cmp.Compare(a.Coats, b.Coats) })
	take(EasiestRepair, func(a, b System) int { return cmp.Compare(repair(b), repair(a)) })
	kinds := map[string]bool{}
	kind := func(i int) string { // what carries colour is another answer than what is clear
		p := all[i].Protection().Product
		return enduse.Kind(p.Family) + " " + string(p.Shade)
	}
	for i := range shown {
		kinds[kind(i)] = true
	}
	for pass := range 2 { // one of a kind first; second ones only to reach the fewest worth comparing
		for i := range all {
			enough := len(shown) >= mostShown || (pass == 1 && len(shown) >= fewestShown)
			passedOver := pass == 0 && (kinds[kind(i)] || oddly(&w, all[i]))
			if enough || shown[i] || passedOver {
				continue
			}
			shown[i], kinds[kind(i)] = true, true
		}
	}
	out := make([]System, 0, len(shown))
	for i := range all {
		if shown[i] {
			out = append(out, all[i])
		}
	}
	return out
}

// surelyLate is 1 for what would miss the promise even if nobody slept and hands took no time, 0 for all else.
func (w *Wish) surelyLate(s System) int {
	ready := s.LightUseH
	if w.Use.CureFirst {
		ready = max(ready, s.FullCureH)
	}
	if w.Wants.PromisedH > 0 && ready > w.Wants.PromisedH {
		return 1
	}
	return 0
}

// contends keeps a character from going to an oddity: what falls much shorter, or takes far more work, than the best.
func contends(w *Wish, s, best System) bool {
	sensible := !oddly(w, s) || oddly(w, best)
	return sensible && s.Shortfall() <= best.Shortfall()+2 && s.Rank <= best.Rank+8
}

// worthShowing drops systems that fall far shorter than the best, as long as enough remain to compare.
func worthShowing(all []System) []System {
	least := all[0].Shortfall()
	for _, s := range all {
		least = min(least, s.Shortfall())
	}
	var close []System
	for _, s := range all {
		if s.Shortfall() <= least+levelsBehind || s.Rank <= all[0].Rank+daysBehind {
			close = append(close, s)
		}
	}
	if len(close) < fewestShown {
		slices.SortStableFunc(all, func(a, b System) int { return cmp.Compare(a.Shortfall(), b.Shortfall()) })
		close = slices.Clone(all[:min(len(all), fewestShown)])
		slices.SortStableFunc(close, func(a, b System) int { return cmp.Compare(a.Rank, b.Rank) })
	}
	return close
}

// toughness adds up what the surface gives where something is asked.
func toughness(s System) int {
	sum := 0
	for _, d := range s.Demands {
		if d.Asked > 1 {
			sum += d.Given
		}
	}
	return sum
}

// repair is how easily a scratch in the finished system is made good.
func repair(s System) int { return mend(s.Protection().Product.Family) }

const easiestMend = 3

// mend is how easily a scratch is made good: 3 rub on more of it, 2 sand and recoat, 1 hardly without stripping.
// Basis: practice.
func mend(f *coating.Family) int {
	switch {
	case f.Body != coating.Film || f.RedissolvesIn != "":
		return easiestMend
	case f.Cure == coating.Crosslinking:
		return 1
	}
	return 2
}

// Opening is one thing to loosen when nothing suits, and what that would open.
type Opening struct {
	What    string // gate, look, air, sheen, wants, kind, decor
	Stands  string // what stands in the way
	Change  string // what to loosen
	Opens   int    // how many last coats would then suit
	Example string // the best of them
	Nearest System // that one, judged for what was really asked: what it lacks
}

// openings loosens one constraint at a time and tells what each would open.
func openings(ctx context.Context, w Wish, shelf []*coating.Product) []Opening {
	var out []Opening
	try := func(o Opening, loosened Wish) {
		found := newSearch(ctx, loosened, shelf).run()
		if o.Opens = len(found.best); o.Opens == 0 {
			return
		}
		example := choose(loosened, found.systems())[0]
		o.Example, o.Nearest = example.Protection().Product.Name, Assess(w, example.Layers)
		out = append(out, o)
	}
	for _, id := range w.Use.Gates {
		g, loosened := enduse.Gates[id], w
		loosened.Use = w.Use.Without(id)
		try(
			Opening{
				What:   "gate",
				Stands: fmt.Sprintf("The gate “%s”: %s", g.Name, g.Asks),
				Change: "Put a product on the shelf whose label states this, or choose another end use.",
			},
			loosened,
		)
	}
	if slip := enduse.Gates[enduse.Slip]; w.Use.Has(enduse.Slip) {
		loosened := w
		loosened.Use = w.Use.MeasuringSlip()
		try(
			Opening{
				What:   "wants",
				Stands: fmt.Sprintf("The gate “%s”: %s", slip.Name, slip.Asks),
				Change: "Measure slip on the finished floor before it is opened: tick it under what is wanted.",
			},
			loosened,
		)
	}
	if w.Air != climate.Reference {
		loosened := w
		loosened.Air = climate.Reference
		try(
			Opening{
				What:   "air",
				Stands: fmt.Sprintf("The room's air: %.0f °C and %.0f %% RH.", w.Air.TempC, w.Air.RH),
				Change: fmt.Sprintf("Bring the room to %.0f °C and %.0f %% RH.", climate.Reference.TempC,
					climate.Reference.RH),
			},
			loosened,
		)
	}
	for _, l := range w.Wants.loosened() {
		loosened := w
		loosened.Wants = l.wants
		try(Opening{What: "wants", Stands: l.stands, Change: l.change}, loosened)
	}
	misfits := w
	misfits.Wants.Misfits = true
	try(
		Opening{
			What:   "kind",
			Stands: "What each kind is made for: the rest of the shelf is made for another life.",
			Change: "Name the product that must be in it, if you know why; or put one on the shelf that is made for this.",
		},
		misfits,
	)
	for i, d := range w.Decor {
		loosened := w
		loosened.Decor = slices.Delete(slices.Clone(w.Decor), i, i+1)
		stands := fmt.Sprintf("The decoration “%s”.", d.Kind.Name)
		if why := w.unfit(d); why != "" {
			stands = why
		} else if d.Kind.FromTin() && len(w.decorators(d, shelf)) == 0 {
			stands = fmt.Sprintf("The decoration “%s”: nothing on the shelf to lay it with.", d.Kind.Name)
		}
		try(Opening{What: "decor", Stands: stands, Change: "Leave it out."}, loosened)
	}
	for _, look := range Looks {
		if look != w.Look {
			loosened := w
			loosened.Look = look
			try(
				Opening{
					What:   "look",
					Stands: fmt.Sprintf("The look “%s”.", lookNames[w.Look]),
					Change: fmt.Sprintf("Choose the look “%s”.", lookNames[look]),
				},
				loosened,
			)
		}
	}
	for _, sheen := range []coating.Sheen{coating.Matte, coating.Satin, coating.Gloss} {
		loosened := w
		loosened.Sheen = sheen
		if sheenFar := int(sheen) - int(w.Sheen); sheenFar >= sheenTooFar || -sheenFar >= sheenTooFar {
			try(
				Opening{
					What:   "sheen",
					Stands: fmt.Sprintf("The sheen “%s”.", w.Sheen),
					Change: fmt.Sprintf("Choose %s.", sheen),
				},
				loosened,
			)
		}
	}
	slices.SortStableFunc(out, func(a, b Opening) int { return cmp.Compare(b.Opens, a.Opens) })
	return out
}

var lookNames = map[Look]string{
	Natural:    "natural",
	Stained:    "stained",
	OpaquePale: "opaque, pale",
	OpaqueDark: "opaque, dark",
	Limed:      "limed",
}
