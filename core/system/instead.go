package system

import (
	"slices"

	"firmitas/core/coating"
	"firmitas/core/compat"
)

// MayTake tells whether q may take the place of p in a system that was chosen: the judge accepts every join with no
// more doubts than before, nothing falls further short, and it looks the same. A product of another family is asked all
// the same: what counts is what it does.
func (w Wish) MayTake(s System, p, q *coating.Product) bool {
	alike := q.Shade == p.Shade && q.Opaque() == p.Opaque()
	if q.Opaque() || q.Family.Is(coating.GroupStain) {
		alike = alike && q.Colour == p.Colour
	}
	sameWork := slices.Equal(q.Family.Groups, p.Family.Groups) && q.Family.AppliedBy == p.Family.AppliedBy
	if q.ID == p.ID || !alike || !sameWork {
		return false
	}
	layers := make([]Layer, len(s.Layers))
	for i, l := range s.Layers {
		layers[i] = Layer{Role: l.Role, Product: l.Product, Coats: l.Coats}
		if l.Product.ID == p.ID {
			layers[i].Product = q
		}
	}
	other := Assess(w, layers)
	noWorse := other.Shortfall() <= s.Shortfall() && other.SheenSteps <= s.SheenSteps
	return other.Legal() && noWorse && other.doubts() <= s.doubts()
}

// doubts are the joins that want a test board first.
func (s System) doubts() (n int) {
	for _, l := range s.Layers {
		for _, j := range []compat.Judgement{l.Below, l.Between} {
			if j.Verdict == compat.Test {
				n++
			}
		}
	}
	return n
}
