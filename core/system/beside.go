package system

import (
	"fmt"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/furniture"
	"firmitas/core/substrate"
)

// Neighbour is another zone of the same piece, with the system chosen for it.
type Neighbour struct {
	Zone   string
	Look   Look
	Face   furniture.Face
	Layers []Layer // not empty
}

func (n Neighbour) last() *coating.Product { return protection(n.Layers).Product }

func (n Neighbour) takes(p *coating.Product) bool {
	return slices.ContainsFunc(n.Layers, func(l Layer) bool { return l.Product.ID == p.ID })
}

// shared tells whether a zone beside needs p anyway: no tin more to buy, open and wash up after.
func (w *Wish) shared(p *coating.Product) bool {
	return slices.ContainsFunc(w.Beside, func(n Neighbour) bool { return n.takes(p) })
}

// sheenApart is by how many steps a last coat parts from the sheen of the zones beside that have the same look.
func (w *Wish) sheenApart(last *coating.Product) int {
	most := 0
	for _, n := range w.Beside {
		if apart := int(last.Sheen) - int(n.last().Sheen); n.Look == w.Look {
			most = max(most, apart, -apart)
		}
	}
	return most
}

const (
	thickOnDoors = 100.0 // µm of film in all from which a close fit binds
	wideBoardM   = 0.3   // from when a solid board cups where one face takes water faster
	sheenApart   = 2     // steps at which two looks of one piece no longer sit together; of one look, any step
	amberApart   = 1.5   // steps at which two clear finishes are seen to drift apart
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
		if drift := last.Amber - n.last().Amber; n.Look == w.Look && !w.Look.Opaque() &&
			max(drift, -drift) >= amberApart {
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
			say(
				"Stain and seal here before the pale coats of {zones}, and mask the edge: stain creeps along the grain.",
			)
		}
		if w.Look == OpaquePale && stains(n.Layers) {
			say("Stain and seal {zones} before anything pale goes on here, and mask the edge.")
		}
		if last.Family.AppliedBy == coating.Spray && n.last().Family.AppliedBy != coating.Spray {
			say("Mask {zones} before spraying.")
		}
	}
	if text := w.balance(s); text != "" {
		said = append(said, text)
	}
	if film := filmOf(s.Layers); w.closes() && film >= thickOnDoors {
		said = append(
			said,
			"A door or drawer grows by its film on every coated edge: leave clearance before coating, and let it harden before it closes.",
		)
	}
	for i, text := range said {
		said[i] = strings.Replace(text, "{zones}", listed(zones[text]), 1)
	}
	return said
}

// closes tells of a zone that moves in an opening, or is the opening.
func (w Wish) closes() bool { return w.Face == furniture.Apart || w.Face == furniture.Inside }

// filmOf is the dry film of all layers, µm.
func filmOf(layers []Layer) (um float64) {
	for _, l := range layers {
		um += l.Product.DryUM() * float64(l.Coats)
	}
	return um
}

// balance says what the other face of a wide solid board needs: wood that takes up water through one face only cups.
func (w Wish) balance(s System) string {
	solid := w.Material.Kind == substrate.Hardwood || w.Material.Kind == substrate.Softwood
	wide := solid && w.WidthM >= wideBoardM && w.Face != furniture.Underside
	if !wide || s.Protection().Product.Family.Body != coating.Film {
		return ""
	}
	for _, n := range w.Beside {
		if n.Face == furniture.Underside && n.last().Family.Body == coating.Film {
			return ""
		}
		if n.Face == furniture.Underside {
			return fmt.Sprintf("A film on this face and %s on %s: a wide solid board cups. Give both faces a film.",
				n.last().Name, n.Zone)
		}
	}
	return "A wide solid board: give its other face as many coats as this one, or it cups."
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
	return slices.ContainsFunc(layers, func(l Layer) bool { return l.Product.Family.Is(coating.GroupStain) })
}

// groundOver is what the next coat over layers would meet.
func (w Wish) groundOver(layers []Layer) compat.Ground {
	ground := w.Ground()
	for _, l := range layers {
		ground = l.on(ground)
	}
	return ground
}
