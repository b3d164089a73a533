package system

import (
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// Due is when something must be said.
type Due string

const (
	BeforeChoosing Due = "choosing" // it decides what is chosen
	BeforeStarting Due = "starting" // it decides how the work is begun
)

// Saying is what a veteran says of a zone, once, before it is too late.
type Saying struct {
	ID   string
	Due  Due
	Text string
}

// rots tells of wood whose heart does not last in the wet either.
func rots(m *substrate.Material) bool { return m.Wood() && !m.Durable }

// sayings follow from what is there and what is wished for. Basis: practice.
var sayings = []struct {
	Saying
	of func(w *Wish) bool
}{
	{
		Saying{"value", BeforeChoosing, "Photograph it first, labels, marks and old repairs too. Nothing goes on that cannot come off again; a restorer is asked before a stripper."},
		func(w *Wish) bool { return w.Seen.Valued || w.Use.IsA("valued") },
	},
	{
		Saying{"insurance", BeforeStarting, "Agree in writing what it is worth, and who insures it while it is here."},
		func(w *Wish) bool { return w.Seen.Valued || w.Use.IsA("valued") },
	},
	{
		Saying{"not_this_wood", BeforeChoosing, "This wood does not last here without a finish, and no finish keeps rot out for good: a durable or heat-treated wood is the surer answer."},
		func(w *Wish) bool {
			return (w.Use.Outdoors() || w.Use.IsA("shower")) && rots(w.Material)
		},
	},
	{
		Saying{"knots", BeforeStarting, "Each knot gets two coats of shellac first, and will still show as a shade within the year; never black in the sun."},
		func(w *Wish) bool { return w.Material.Knots && w.Look.Opaque() },
	},
	{
		Saying{"resin", BeforeStarting, "Warmth brings resin out of its knots, under every clear coat too."},
		func(w *Wish) bool {
			warm := w.Use.IsA("warm", "sun", "sauna") || w.Use.Has(enduse.UV)
			return w.Material.Knots && !w.Look.Opaque() && warm
		},
	},
	{
		Saying{"iron", BeforeStarting, "Steel wool, filings, nails and wet iron mark this wood black: synthetic pads, stainless or brass fixings."},
		func(w *Wish) bool { return w.Material.Tannin },
	},
	{
		Saying{"alkali", BeforeChoosing, "Ammonia, strong soap, lye and fresh mortar darken this wood: ask what it will be cleaned with."},
		func(w *Wish) bool { return w.Material.Tannin && w.Use.Asks[enduse.Cleaner] >= 4 },
	},
	{
		Saying{"end_grain", BeforeStarting, "End grain, cut-outs, holes and feet come first, with two coats more: that is where it fails first."},
		func(w *Wish) bool {
			return w.Material.Wood() && (w.Use.Outdoors() || w.Use.IsA("wet", "worktop", "counter"))
		},
	},
	{
		Saying{"oily", BeforeStarting, "Wipe it with solvent right before the coat; and try first that what you lay dries on it at all."},
		func(w *Wish) bool { return w.Material.Oily || w.Material.StopsOil },
	},
	{
		Saying{"board_edges", BeforeStarting, "Cut edges and holes are sealed and sanded twice before anything else: once swollen, there is no second chance."},
		func(w *Wish) bool { return w.Material.Kind == substrate.Board },
	},
	{
		Saying{"slip", BeforeChoosing, "Wet is slippery, whatever the finish: no gloss, no wax; slip is measured on the finished surface."},
		func(w *Wish) bool {
			return walkedOn(w.Use) || w.Use.IsA("handrail")
		},
	},
	{
		Saying{"slip_measured", BeforeStarting, "Nobody walks on it before slip is measured on the finished floor: keep the value, the day and the method, as local rules ask."},
		func(w *Wish) bool { return w.Use.Has(enduse.SlipMeasured) },
	},
	{
		Saying{"skin", BeforeStarting, "Where skin rests: no splinter, no nail head, no resin; and full cure before anybody uses it."},
		func(w *Wish) bool {
			return w.Use.SkinOil || w.Use.Has(enduse.Mouthing) || w.Use.IsA("sauna", "shower", "handle")
		},
	},
	{
		Saying{"hot_metal", BeforeChoosing, "Metal in the sun burns skin: a pale colour, or not where it is touched."},
		func(w *Wish) bool {
			return w.Material.Kind == substrate.Metal && (w.Use.Has(enduse.UV) || w.Use.IsA("sun"))
		},
	},
	{
		Saying{"blocking", BeforeChoosing, "Whatever closes, is stacked or sat on waits for full cure, not for light use: plan the date by that."},
		func(w *Wish) bool { return w.Use.Blocking },
	},
	{
		Saying{"smell", BeforeChoosing, "Solvent and oil smell for days where air does not move: nobody pregnant or asthmatic near it until it is aired."},
		func(w *Wish) bool {
			sleptIn := w.Use.IsA("bed", "child") || w.Use.Has(enduse.LowOdour)
			return sleptIn && !w.Wants.LowSmell
		},
	},
	{
		Saying{"colour_in_sun", BeforeChoosing, "Dye and many stains fade in the sun: lightfast colour only."},
		func(w *Wish) bool {
			return w.Look == Stained && (w.Use.Has(enduse.UV) || w.Use.IsA("sun", "sill"))
		},
	},
	{
		Saying{"sample", BeforeStarting, "Stain a sample of this very wood, sanded as the piece will be, seal it, and have it agreed: no label's colour is this wood's colour."},
		func(w *Wish) bool { return w.Look == Stained },
	},
	{
		Saying{"pigment", BeforeChoosing, "May it look two shades deeper and keep its colour for a year, or stay as pale as today and go grey by autumn? Pigment is the sunscreen."},
		func(w *Wish) bool { return w.Look == Natural && w.Use.Has(enduse.UV) && w.Material.Wood() },
	},
	{
		Saying{"wear_of_leaf", BeforeChoosing, "What lies open on top wears first: nothing is rested on it, and it is dusted with a brush."},
		func(w *Wish) bool {
			for _, d := range w.Decor {
				for _, id := range d.Kind.Families {
					if f := coating.Families[id]; f.Has(coating.Leaf) || f.Has(coating.GildingWax) {
						return true
					}
				}
			}
			return false
		},
	},
}

// Said is what must be said of a zone: of its life first, then of what is there and what is wished for; each once.
func (w *Wish) Said() []Saying {
	var out []Saying
	if w.Use.Say != "" {
		out = append(out, Saying{"life", BeforeChoosing, w.Use.Say})
	}
	for _, s := range sayings {
		if s.of(w) {
			out = append(out, s.Saying)
		}
	}
	return out
}
