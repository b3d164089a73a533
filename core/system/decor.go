package system

import (
	"fmt"
	"math"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
)

// Decor is one decoration that is wished for.
type Decor struct {
	Kind     *decoration.Kind
	Product  int64              // what it is laid with; 0 = what suits
	Measures map[string]float64 // as Kind.Measures names them; empty while nothing is measured
	Shares   []decoration.Share // of a resin pour
}

// decorShare of a zone is what a decoration that covers in part takes where nothing is measured (practice).
const decorShare = 0.25

// covers is how much of a zone of area m² it covers.
func (d Decor) covers(area float64) float64 {
	if layout, err := d.Kind.Measure(d.Measures, d.Shares); err == nil {
		for _, f := range layout.Facts {
			if f.Unit == decoration.Square {
				return f.Value
			}
		}
	}
	if d.Kind.Partly() || d.Kind.Place == decoration.Worn {
		return area * decorShare
	}
	return area
}

// pourDepth of a resin pour, by its name among measures, in m.
const pourDepth = "depthM"

const litresPerM3 = 1000

// pours is how many pours of p reach the depth that was measured; 1 where none was.
func (d Decor) pours(p *coating.Product) int {
	return max(1, int(math.Ceil(d.Measures[pourDepth]*1e6/p.DryUM()-0.05))) // the last twentieth levels out
}

// takes tells whether p is what it is laid with, named or of a kind that does.
func (d Decor) takes(p *coating.Product) bool {
	if d.Product != 0 {
		return p.ID == d.Product
	}
	return slices.Contains(d.Kind.Families, p.Family.ID)
}

func anyPaint(p *coating.Product) bool {
	return p.Family.Is(coating.GroupPaint) && p.Family.Carrier == coating.Water && !p.Family.Is(coating.GroupFloor)
}

// contrasts tells whether an undercoat of p would show through a colour of the look.
func (l Look) contrasts(p *coating.Product) bool {
	switch l {
	case OpaquePale:
		return p.Family.Is(coating.GroupPaint) && p.Shade == coating.Dark
	case OpaqueDark:
		return p.Family.Is(coating.GroupPaint) && p.Shade == coating.Pale
	}
	return false
}

// decorators are the products that d may be laid with.
func (w *Wish) decorators(d Decor, shelf []*coating.Product) []*coating.Product {
	only := func(may func(*coating.Product) bool) []*coating.Product {
		return slices.DeleteFunc(slices.Clone(shelf), func(p *coating.Product) bool { return !may(p) })
	}
	found := only(d.takes)
	switch {
	case len(found) > 0 || d.Product != 0 || !d.Kind.AnyPaint:
		return found
	case d.Kind.Place == decoration.Under:
		return only(w.Look.contrasts)
	}
	return only(anyPaint)
}

// isBase tells of the colour that shows through the one over it.
func isBase(k *decoration.Kind) bool { return k.Place == decoration.Under && k.AnyPaint }

// at are the decorations of a place, in the order that hands take them. Crackle brings a base colour with it.
func (w *Wish) at(place decoration.Place) []Decor {
	if len(w.Decor) == 0 {
		return nil
	}
	var out []Decor
	for _, k := range decoration.Kinds {
		i := slices.IndexFunc(w.Decor, func(d Decor) bool { return d.Kind == k })
		switch {
		case k.Place != place:
		case i >= 0:
			out = append(out, w.Decor[i])
		case isBase(k) && slices.ContainsFunc(w.Decor, func(d Decor) bool { return d.Kind.OnBase }):
			out = append(out, Decor{Kind: k})
		}
	}
	return out
}

// distress is how the colour is worn through.
func (w *Wish) distress() compat.Distress {
	switch worn := w.at(decoration.Worn); {
	case len(worn) == 0:
		return compat.Undistressed
	case worn[0].Kind.Damp:
		return compat.WetDistress
	}
	return compat.DryDistress
}

// worn is how the ground was worn through when a layer goes on over one that played the part of below.
func (w *Wish) worn(below, role Role) compat.Distress {
	looks, covers := below == Colour || below == Decorate, role == Barrier || role == Protect
	if looks && covers {
		return w.distress()
	}
	return compat.Undistressed
}

// Worn is the decoration by which hands wear the surface through before layer i goes on, and how much of area m²; nil
// when none is.
func (w *Wish) Worn(layers []Layer, i int, area float64) (*decoration.Kind, float64) {
	if i == 0 || w.worn(layers[i-1].Role, layers[i].Role) == compat.Undistressed {
		return nil, 0
	}
	d := w.at(decoration.Worn)[0]
	return d.Kind, d.covers(area)
}

// DecorOf is the decoration that a layer belongs to; nil when it belongs to none that is wished for.
func (w *Wish) DecorOf(l Layer) *Decor {
	if l.Role != Decorate && !l.Product.Family.Is(coating.GroupResin) {
		return nil
	}
	for i, d := range w.Decor {
		anyWillDo := d.Product == 0 && d.Kind.AnyPaint && d.Kind.Place == decoration.Over
		if d.takes(l.Product) || (anyWillDo && anyPaint(l.Product)) {
			return &w.Decor[i]
		}
	}
	return nil
}

// Area is how much of a zone of area m² a layer covers.
func (w *Wish) Area(l Layer, area float64) float64 {
	if d := w.DecorOf(l); d != nil {
		return d.covers(area)
	}
	if l.Partly() {
		return area * decorShare
	}
	return area
}

// Partly tells whether a layer leaves open what lies below it, in part. A paint that decorates does.
func (l Layer) Partly() bool {
	if l.Role != Decorate {
		return false
	}
	f := l.Product.Family
	return f.Partly() || f.Is(coating.GroupPaint, coating.GroupClear)
}

// on is the ground that a layer leaves.
func (l Layer) on(g compat.Ground) compat.Ground {
	if l.Partly() {
		return g.UnderPartly(l.Product, l.Coats)
	}
	return g.Under(l.Product, l.Coats)
}

// unfit is why a decoration has no place in the look; "" when it has.
func (w *Wish) unfit(d Decor) string {
	if d.Kind.Opaque && !w.Look.Opaque() {
		return fmt.Sprintf("%s wants a painted surface, and the look is %s.", d.Kind.Name, lookNames[w.Look])
	}
	return ""
}

// accent tells whether p is laid over the protection for its looks alone.
func (w *Wish) accent(p *coating.Product) bool {
	return slices.ContainsFunc(w.at(decoration.Last), func(d Decor) bool { return d.takes(p) })
}
