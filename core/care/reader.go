package care

import (
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// reader is one zone as its card is read at a moment: what can be seen and touched of it, and the life it leads.
type reader struct {
	Zone
	f    Facts
	at   time.Time
	use  use
	life *enduse.EndUse
	wood *substrate.Material

	main    *Layer   // what takes the wear, and by which it is called
	finish  Finish   // of it
	surface *Surface // of it, with what lies below taken in
	onTop   []*Layer // decoration over it that nothing lies over
	below   []*Layer // what is seen through it
	card    *Card
}

func (l Layer) family() *coating.Family { return coating.Families[l.Family] }

func (l *Layer) leaf() bool { return l.family().Has(coating.Leaf) }

// opaque as coating.Product has it.
func (l Layer) opaque() bool {
	p := coating.Product{Family: l.family(), Shade: l.Shade}
	return p.Opaque()
}

func (l Layer) finish() Finish { return FinishOf(l.family(), l.opaque()) }

// lifeOf is a life where it stands.
func lifeOf(endUse, place string) *enduse.EndUse {
	u := enduse.Find(endUse)
	if u == nil {
		u = enduse.Find("display")
	}
	return u.At(enduse.Place(place))
}

func (f Facts) reader(i int, at time.Time) *reader {
	z := &reader{Zone: f.Zones[i], f: f, at: at}
	z.Dates = z.Dates.Days(f.at())
	z.life = lifeOf(z.EndUse, z.Zone.Place)
	z.use = uses[z.life.ID]
	if z.life.Outdoors() && !slices.Contains(z.use.meets, "outdoors") { // an inside life in an outside place
		z.use.group, z.use.meets = "outdoor", []string{"outdoors", "rest", "iron"}
	}
	if z.wood = substrate.Find(z.Material); z.wood == nil {
		z.wood = substrate.Find("unknown_wood")
	}
	if len(z.Layers) == 0 {
		return z
	}
	z.look()
	kept := z.main.family().Is(coating.GroupKept)
	if kept && !z.isA("gilded") { // whatever life it leads, it is its age that is looked after
		z.use = uses["heirloom"]
	}
	return z
}

// look finds what can be touched, and what is seen through it.
func (z *reader) look() {
	at := len(z.Layers) - 1
	for at > 0 && z.partly(at) {
		at--
	}
	holds := z.Layers[at].finish().Surface
	if holds.is(unfinished) {
		at = len(z.Layers) - 1 // leaf on its size: there is no film, the decoration is what there is
	}
	z.main = &z.Layers[at]
	z.finish = z.main.finish()
	z.surface = z.finish.Surface
	for i := at + 1; i < len(z.Layers); i++ {
		z.onTop = append(z.onTop, &z.Layers[i])
	}
	under := at - 1
	for under >= 0 && z.Layers[under].finish().Surface.is(isWax) {
		under--
	}
	if z.surface.is(isWax) && under >= 0 {
		z.surface = surfaces[z.Layers[under].finish().Surface.underWax]
	}
	if z.main.opaque() && !z.Worn {
		return
	}
	for i := at - 1; i >= 0; i-- {
		l := &z.Layers[i]
		hidden := l.family().Is(coating.GroupPrimer, coating.GroupSealer, coating.GroupFiller)
		if same := l.finish().Kind == z.finish.Kind; !hidden && !same {
			z.below = append(z.below, l)
		}
		if l.opaque() && !l.family().Partly() && !z.Worn {
			break
		}
	}
}

// partly tells of a layer that leaves open, in part, what lies below it.
func (z *reader) partly(i int) bool {
	l := z.Layers[i]
	painted := l.Role == system.Decorate && !l.family().Is(coating.GroupWax)
	return l.family().Partly() || i > 0 && painted
}

func (z *reader) nothingOn() bool { return len(z.Layers) == 0 || z.main.family().NothingOn() }

// trim is a decoration on top that leaves plain places to be wiped, where leaf or a picture makes all of it tender.
func (z *reader) trim() bool {
	return len(z.onTop) > 0 && !slices.ContainsFunc(z.onTop, (*Layer).leaf)
}

// wipe is what the most tender layer that can be touched bears.
func (z *reader) wipe() wipe {
	least := z.surface.Wipe
	for _, l := range z.onTop {
		least = min(least, l.finish().Surface.Wipe)
	}
	for _, l := range z.below {
		if l.leaf() && least > dryCloth && least != clothDab {
			least = dryCloth // what lies over it is thin, and works through at edges
		}
	}
	if z.isA("frame", "heirloom", "gilded") && least < clothDab && !z.surface.is(renewedInUse) {
		least = min(least, barelyDamp) // wall and glass come wet enough to a frame; age wants no soap
	}
	return least
}

func (z *reader) meets(what string) bool { return slices.Contains(z.use.meets, what) }
func (z *reader) isA(class ...string) bool {
	return slices.Contains(class, z.use.class)
}
func (z *reader) floor() bool { return z.life.Has(enduse.Floor) }
func (z *reader) food() bool  { return z.life.Has(enduse.Food) || z.use.group == "food" }

// clear tells whether the wood is seen.
func (z *reader) clear() bool {
	return len(z.Layers) > 0 && !slices.ContainsFunc(z.Layers, func(l Layer) bool {
		return l.opaque() && !l.family().Is(coating.GroupPrimer)
	})
}

func (z *reader) say(section, fact, id string, args map[string]Arg) {
	z.card.add(section, z.Name, Line{Message: Message{id, args}, Fact: fact})
}

func (z *reader) when(holds bool, section, fact, id string, args map[string]Arg) {
	if holds {
		z.say(section, fact, id, args)
	}
}

func (z *reader) on(t time.Time) map[string]Arg { return map[string]Arg{"day": day(t)} }
