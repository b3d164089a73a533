package system

import (
	"fmt"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/compat"
)

// Wants is what a finisher asks besides end use, look and sheen. The zero Wants asks nothing more.
type Wants struct {
	NoSolvent bool              // nothing carried by solvent or alcohol
	NoTwoPart bool              // nothing to be mixed
	NoSpray   bool              // nothing that must be sprayed
	OnSite    bool              // the work is not done in the workshop: no booth
	LowSmell  bool              // nothing that smells for days
	InStock   map[int64]bool    // products there is a tin of, when nothing may be bought; nil = may buy
	Without   []string          // families put aside
	WithoutID []int64           // products put aside
	With      int64             // a product that must be in it; 0 = none
	OverDark  bool              // what is there is dark, old colour or stain
	Depth     coating.Depth     // of a stain; "" = any
	Hue       coating.Hue       // of a stain; "" = any
	Misfits   bool              // kinds made for another life too, to find out whether that stands in the way
	Budget    float64           // most that the material may cost; 0 = no limit
	Warned    map[int64]string  // products that a note says never to use again, with the note
	Prices    map[int64]float64 // by litre, of products that a tin tells one of
	PromisedH float64           // hours from the start to the promised moment; 0 = none, or the date can move
	Weights   Weights
	Decisions []compat.Decision // doubts settled, refusals of practice gone past
}

// Weights say how much each of these matters: 0 not at all, 1 as usual, up to MostWeight. The usual is wear and time.
type Weights struct {
	Wear   float64 // falling short of what the end use asks
	Soon   float64 // waiting
	Repair float64 // how hard a scratch is to make good, and how often it is renewed
	Smell  float64
	Coats  float64 // work, tins and washing-up
	Cost   float64 // material
}

// MostWeight of one thing.
const MostWeight = 4.0

// Usual weights: wear, time and work as finishers mostly argue.
var Usual = Weights{Wear: 1, Soon: 1, Repair: 1, Smell: 0, Coats: 1}

// weighed are the weights as set, or the usual ones where none is.
func (w *Wish) weighed() Weights {
	if w.Wants.Weights == (Weights{}) {
		return Usual
	}
	return w.Wants.Weights
}

// smells for days: oils that take oxygen, lacquer solvent. Basis: practice.
func smells(f *coating.Family) bool {
	return (f.Cure == coating.Oxidation && f.Carrier != coating.Water) || f.Carrier == coating.LacquerSolvent
}

func twoPart(p *coating.Product) bool {
	isMixed := p.PotLifeH > 0 || p.MixRatio > 0
	return isMixed || p.Family.Has(coating.Isocyanate) || p.Family.Has(coating.Epoxy)
}

// asideFor is why a product is put aside by what is wanted; "" when it is not.
func (w Wants) asideFor(p *coating.Product) string {
	f := p.Family
	switch {
	case slices.Contains(w.WithoutID, p.ID):
		return "You put it aside."
	case slices.Contains(w.Without, f.ID):
		return fmt.Sprintf("You put this kind aside: %s.", f.Name)
	case w.InStock != nil && !w.InStock[p.ID] && !f.NothingOn():
		return "There is no tin of it in stock, and you want to buy nothing."
	case w.NoSolvent && f.Carrier.Solvent():
		return "It is carried by solvent, and you want none."
	case w.NoTwoPart && twoPart(p):
		return "It has to be mixed from two parts, and you want none such."
	case w.NoSpray && f.AppliedBy == coating.Spray:
		return "It has to be sprayed, and there is no gun for it."
	case w.OnSite && f.AppliedBy == coating.Spray && p.ID != w.With:
		return "It has to be sprayed in a booth, and the work is done on site."
	case w.LowSmell && smells(f):
		return "It smells for days, and you want no smell."
	}
	return ""
}

// loose is a want that is let go, with the wants that are left.
type loose struct {
	stands, change string
	wants          Wants
}

// loosened lets one want go at a time, to find out which stands in the way.
func (w Wants) loosened() []loose {
	var out []loose
	let := func(holds bool, stands, change string, let func(*Wants)) {
		if holds {
			less := w
			let(&less)
			out = append(out, loose{stands, change, less})
		}
	}
	let(w.NoSolvent, "No solvents.", "Allow solvent and alcohol.", func(w *Wants) { w.NoSolvent = false })
	let(w.NoTwoPart, "Nothing to be mixed.", "Allow two-part coats.", func(w *Wants) { w.NoTwoPart = false })
	let(w.NoSpray, "No spray gun.", "Find a gun, or somebody who has one.", func(w *Wants) { w.NoSpray = false })
	let(w.OnSite, "The work is done on site.", "Take it to the workshop.", func(w *Wants) { w.OnSite = false })
	let(w.LowSmell, "No smell.", "Allow some days of airing.", func(w *Wants) { w.LowSmell = false })
	let(w.InStock != nil, "Only what is in stock.", "Allow buying.", func(w *Wants) { w.InStock = nil })
	let(len(w.Without)+len(w.WithoutID) > 0, "What you put aside.", "Take it back.",
		func(w *Wants) { w.Without, w.WithoutID = nil, nil })
	let(w.Depth != "" || w.Hue != "", "The colour of the stain.", "Take a stain of another colour.",
		func(w *Wants) { w.Depth, w.Hue = "", "" })
	let(w.Budget > 0, "The budget.", "Let the material cost more.", func(w *Wants) { w.Budget = 0 })
	let(w.With != 0, "The product that must be in it.", "Let it go.", func(w *Wants) { w.With = 0 })
	return out
}
