package system

import (
	"fmt"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/compat"
)

// Neighbour is another zone of the same piece, with the system chosen for it.
type Neighbour struct {
	Zone   string
	Look   Look
	Layers []Layer // not empty
}

func (n Neighbour) last() *coating.Product { return n.Layers[len(n.Layers)-1].Product }

func (n Neighbour) takes(p *coating.Product) bool {
	return slices.ContainsFunc(n.Layers, func(l Layer) bool { return l.Product.ID == p.ID })
}

// shared tells whether a zone beside needs p anyway: no tin more to buy, open and wash up after.
func (w Wish) shared(p *coating.Product) bool {
	return slices.ContainsFunc(w.Beside, func(n Neighbour) bool { return n.takes(p) })
}

const (
	sheenApart = 2   // steps at which two looks of one piece no longer sit together; of one look, any step
	amberApart = 1.5 // steps at which two clear finishes are seen to drift apart
)

// Together says what a system means for the zones beside it: tins they share, sheen and tone that part, what must be
// kept off what. Basis: practice.
func (w Wish) Together(s System) []string {
	var said []string // with a place kept for the zones
	zones := map[string][]string{}
	last := s.Protection().Product
	for _, n := range w.Beside {
		say := func(format string, args ...any) {
			text := fmt.Sprintf(format, args...)
			if zones[text] == nil {
				said = append(said, text)
			}
			zones[text] = append(zones[text], n.Zone)
		}
		var shared []string
		for _, l := range s.Layers {
			if n.takes(l.Product) {
				shared = append(shared, l.Product.Name)
			}
		}
		if len(shared) > 0 {
			say("Shares %s with {zones}: no tin more, and one washing-up if laid together.", listed(shared))
		}
		apart := int(last.Sheen) - int(n.last().Sheen)
		if apart = max(apart, -apart); apart >= sheenApart || (apart > 0 && n.Look == w.Look) {
			say("Ends %s beside the %s of {zones}.", last.Sheen, n.last().Sheen)
		}
		if drift := last.Amber - n.last().Amber; n.Look == w.Look && !w.Look.Opaque() && max(drift, -drift) >= amberApart {
			warmer, paler := last.Name, n.last().Name
			if drift < 0 {
				warmer, paler = paler, warmer
			}
			say("%s ambers and %s does not: this zone will part in tone from {zones}.", warmer, paler)
		}
		switch here, there := waxed(s.Layers), waxed(n.Layers); {
		case here && !there:
			say("Wax last: lay it once the last coat is on {zones}, and keep it off there.")
		case there && !here:
			say("Lay every coat here before the wax on {zones}: nothing holds on wax.")
		}
		if stains(s.Layers) && n.Look == OpaquePale {
			say("Stain and seal here before the pale coats of {zones}, and mask the edge: stain creeps along the grain.")
		}
		if w.Look == OpaquePale && stains(n.Layers) {
			say("Stain and seal {zones} before anything pale goes on here, and mask the edge.")
		}
		if last.Family.AppliedBy == coating.Spray && n.last().Family.AppliedBy != coating.Spray {
			say("Mask {zones} before spraying.")
		}
	}
	for i, text := range said {
		said[i] = strings.Replace(text, "{zones}", listed(zones[text]), 1)
	}
	return said
}

// listed puts names into words: "a", "a and b", "a, b and c".
func listed(names []string) string {
	last := len(names) - 1
	if last < 1 {
		return strings.Join(names, "")
	}
	return strings.Join(names[:last], ", ") + " and " + names[last]
}

func waxed(layers []Layer) bool {
	return slices.ContainsFunc(layers, func(l Layer) bool { return l.Product.Family.Body == coating.Wax })
}

func stains(layers []Layer) bool {
	return slices.ContainsFunc(layers, func(l Layer) bool { return l.Product.Family.Is("stain") })
}

// groundOver is what the next coat over layers would meet.
func (w Wish) groundOver(layers []Layer) compat.Ground {
	ground := w.Ground()
	for _, l := range layers {
		ground = ground.Under(l.Product, l.Coats)
	}
	return ground
}
