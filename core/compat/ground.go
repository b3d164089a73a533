package compat

import (
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

// unknownLike is what an unknown old film is judged as: the careful choice among those that are common.
const unknownLike = "varnish_oil_pu"

// oldTops stand for old finishes as grounds: one product each, so that equal grounds stay equal.
var oldTops = func() map[string]*coating.Product {
	tops := map[string]*coating.Product{}
	add := func(id, name, family string, opaque bool) {
		shade := coating.Clear
		if opaque {
			shade = coating.Dark
		}
		p, err := coating.New(coating.Product{Name: name, Shade: shade, Sheen: coating.Satin}, family)
		if err != nil {
			panic(err) // both tables ship with the core and are tested together
		}
		tops[id] = p
	}
	for _, f := range substrate.OldFinishes {
		if f.Family != "" {
			add(f.ID, f.Name+", old", f.Family, f.Opaque)
		}
	}
	add(substrate.UnknownFinish, "Unknown old finish", unknownLike, false)
	return tops
}()

// oldnessOf tells an old finish that a decoration leaves open from a coat of ours.
var oldnessOf = func() map[*coating.Product]Oldness {
	out := map[*coating.Product]Oldness{}
	for id, p := range oldTops {
		out[p] = OldKnown
		if id == substrate.UnknownFinish {
			out[p] = OldUnknown
		}
	}
	return out
}()

// GroundOf is the surface that the first coat meets after what was seen has been dealt with by action: the old finish,
// cleaned and keyed, when it is kept; the bare material otherwise.
func GroundOf(m *substrate.Material, seen substrate.Inspection, action substrate.Action) Ground {
	g := Bare(m)
	if action != substrate.Keep || !seen.Finished() {
		return g
	}
	id, old := substrate.UnknownFinish, OldUnknown
	if seen.Finish != nil {
		id, old = seen.Finish.ID, OldKnown
	}
	g = g.Under(oldTops[id], 1)
	g.Old, g.SoftUM = old, 0
	g.FilmUM = unmeasured(seen.Finish)
	g.Gripped = true // it has held so far
	g.Blocked = seen.Finish != nil && seen.Finish.Opaque
	return g
}

// An old film that nobody measured, in µm (estimate).
const (
	oldClearUM = 75
	oldPaintUM = 150
)

func unmeasured(f *substrate.OldFinish) float64 {
	switch {
	case f == nil:
		return oldPaintUM
	case !f.Film:
		return 0
	case f.Opaque:
		return oldPaintUM
	}
	return oldClearUM
}
