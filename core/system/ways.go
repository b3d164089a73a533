package system

import (
	"cmp"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/compat"
)

// wayWhole is a way with the whole system that it makes.
type wayWhole struct {
	compat.Way
	whole System
}

// WaysPast gives, for each layer of a system put together by hand, the ways past a bad join under it. The way that
// makes the best system of the whole comes first: a legal one before one that is not, then by rank.
func WaysPast(w Wish, s System, shelf []*coating.Product) [][]compat.Way {
	out := make([][]compat.Way, len(s.Layers))
	stack := compat.Stack{Base: w.Ground(), Context: w.Context()}
	for i, l := range s.Layers {
		var ways []wayWhole
		if !l.Below.Legal() || l.Below.Verdict == compat.Test {
			wanted := compat.Laid{Product: l.Product, Coats: l.Coats, Partly: l.Partly()}
			for _, way := range compat.Through(stack, wanted, shelf) {
				ways = append(ways, wayWhole{way, w.taking(s.Layers, i, way)})
			}
			slices.SortStableFunc(ways, func(a, b wayWhole) int {
				return cmp.Or(cmp.Compare(illegal(a.whole), illegal(b.whole)), cmp.Compare(a.whole.Rank, b.whole.Rank))
			})
			for _, way := range ways {
				out[i] = append(out[i], way.Way)
			}
		}
		stack.Laid = append(stack.Laid, compat.Laid{Product: l.Product, Coats: l.Coats, Partly: l.Partly()})
	}
	return out
}

// taking is the whole system once a way has taken the place of layer i.
func (w Wish) taking(layers []Layer, i int, way compat.Way) System {
	laid := slices.Clone(layers[:i])
	for _, step := range way.Steps {
		laid = append(laid, Layer{Product: step.Product, Coats: step.Coats})
	}
	laid = append(laid, layers[i+1:]...)
	GiveRoles(w, laid)
	return Assess(w, laid)
}

func illegal(s System) int {
	if s.Legal() {
		return 0
	}
	return 1
}
