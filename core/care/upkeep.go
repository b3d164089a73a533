package care

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/coating"
	"firmitas/core/enduse"
)

func (z *reader) ifItHappens() {
	tender := len(z.onTop) > 0 && !z.trim()
	z.when(!tender, "damage", "touched layer: "+z.surface.ID, "damage."+z.damage(), nil)
	z.when(tender, "damage", "decoration on top", "damage.tender", nil)
	z.when(z.trim(), "damage", "decoration on top", "damage.decor_paint", nil)
	for _, l := range z.below {
		if id := z.through(l); id != "" {
			z.say("damage", "below: "+l.Product, id, nil)
		}
	}
	z.when(z.Worn, "damage", "worn or cracked on purpose", "below.worn", nil)
	pale := z.main.Shade == coating.Pale || slices.ContainsFunc(z.below, func(l *Layer) bool { return l.opaque() })
	z.when(z.wood.Knots && pale && !z.clear(), "damage", "knots under a pale colour", "below.knots", nil)
	if z.nothingOn() {
		return
	}
	args := map[string]Arg{
		"product": verbatim(z.productName()), "kind": kind(z.finish), "sheen": term(sheen(z.main.Sheen)),
	}
	id := "touch_up"
	if z.finish.Counted != inCoats {
		id = "touch_up_plain"
	}
	z.say("damage", "what it was finished with", id, args)
}

// productName with the colour that is seen.
func (z *reader) productName() string {
	if c := z.main.Colour; c != "" && z.main.opaque() {
		return z.main.Product + ", " + c
	}
	return z.main.Product
}

func (z *reader) damage() string {
	id := z.surface.damage
	thin := func(l *Layer) bool { return l.family().Is(coating.GroupStain) || l.leaf() }
	stained := slices.ContainsFunc(z.below, thin)
	soaked := z.finish.Counted == inTimes && z.surface.Wipe >= barelyDamp && !z.surface.is(poured)
	switch {
	case z.isA("heirloom", "gilded"):
		return "kept"
	case id == "board_oil" && z.use.group != "food":
		return "board_oil_plain"
	case id == "bare" && !z.wood.Wood():
		return "bare_thing"
	case stained && soaked:
		return "colour"
	case z.noOil():
		return "primer"
	case id == "paint" && z.life.Has(enduse.Child):
		return "paint_child"
	case id == "oil" && z.use.group == "food", id == "bare" && z.use.group == "food":
		return id + "_food"
	case slices.Contains(ringed, id) && !z.meets("spill"):
		return id + "_quiet"
	}
	return id
}

// ringed are the sentences on damage that speak of rings, which only what is spilled leaves.
var ringed = []string{"shellac", "wax", "wax_porous", "lacquer"}

// noOil tells of an oil on paint: it soaks into nothing.
func (z *reader) noOil() bool {
	closed := func(l *Layer) bool { return l.opaque() && l.Family != "paint_linseed" }
	return z.main.family().Is(coating.GroupOil) && slices.ContainsFunc(z.below, closed)
}

// through is the sentence that a layer earns which is seen through what lies over it; "" where it earns none.
func (z *reader) through(l *Layer) string {
	f := l.family()
	clearFilm := z.finish.Counted == inCoats && !z.main.opaque() && !z.main.family().Is(coating.GroupPaint)
	switch {
	case f.Has(coating.Leaf):
		return "below.leaf"
	case f.Has(coating.Transfer):
		return "below.transfer"
	case f.Has(coating.Paper):
		return "below.paper"
	case l.finish().Surface.is(painted):
		return "below.painted"
	case z.noOil() && l.opaque():
		return "below.no_oil"
	case l.opaque() && clearFilm:
		return "below.paint"
	case f.Is(coating.GroupStain):
		return "below.stain"
	}
	return ""
}

// Renewal is due about now from some days before it to some weeks after (practice).
const (
	dueBefore = 14 * 24 * time.Hour
	dueAfter  = 45 * 24 * time.Hour
)

func (z *reader) lookAfter() {
	months := z.life.RenewMonths(z.main.family())
	id := z.renewal(months)
	args := map[string]Arg{"every": every(months), "product": verbatim(z.main.Product)}
	fact := fmt.Sprintf("upkeep of %s in this life: %d months", z.surface.ID, months)
	if !strings.Contains(words[Languages[0]][id], "{month}") {
		z.say("look_after", fact, id, args)
	} else {
		first := z.firstRenewal(months)
		next, passed := nextOf(first, months, z.at)
		args["month"] = month(next.In(z.f.Location))
		if !z.at.Before(next.Add(-dueBefore)) {
			z.card.Due = true
			z.say("look_after", fact, "renew.due", map[string]Arg{"month": month(next.In(z.f.Location))})
		}
		z.say("look_after", fact, id, args)
		sooner := next.Equal(first) && first.Before(monthsAfter(z.Finished.In(z.f.Location), months))
		z.when(sooner, "look_after", fact, "renewal.sooner", nil)
		z.when(passed, "look_after", "nobody has told of a renewal", "renew.unknown", nil)
		z.card.Renewals = append(z.card.Renewals, Renewal{z.Name, first, months, Message{id, args}})
	}
	z.when(z.surface.is(onCloth) && z.life.Outdoors(), "look_after", "cloth outdoors", "renew.cloth_out", nil)
}

// firstRenewal comes after half the months for what soaks in.
func (z *reader) firstRenewal(months int) time.Time {
	if z.surface.Soaks && months > 1 {
		months /= 2
	}
	return monthsAfter(z.Finished.In(z.f.Location), months)
}

// From is the first time that it is due on the day of a moment, where the moment is, or after it.
func (r Renewal) From(moment time.Time) time.Time {
	first := r.At.In(moment.Location())
	today := moment.Format(time.DateOnly)
	next := first
	for k := 1; next.Format(time.DateOnly) < today; k++ {
		next = monthsAfter(first, k*r.Months)
	}
	return next
}

// nextOf the renewals after a moment, and whether one has passed before it.
func nextOf(first time.Time, months int, at time.Time) (next time.Time, passed bool) {
	next = first
	for k := 1; next.Add(dueAfter).Before(at); k++ {
		next, passed = monthsAfter(first, k*months), true
	}
	return next, passed
}

func (z *reader) renewal(months int) string {
	id := z.surface.renew
	switch {
	case z.main.family().Is(coating.GroupKept):
		return "renew.kept"
	case z.main.family().Is(coating.GroupBare):
		return z.renewalOfBare(months)
	case z.surface.is(onCloth):
		return "renew." + id
	case id == "tender", len(z.onTop) > 0 && !z.trim():
		return "renew.tender"
	case z.noOil():
		return "renew.stable"
	case months == 0 && id == "shellac":
		return "renew.shellac_none"
	case z.isA("heirloom", "gilded") && id != "wax" && id != "shellac":
		return "renew.none"
	case z.floor() && z.finish.Counted == inCoats && months == 0:
		return "renew.floor_worn"
	case months == 0 || id == "":
		return "renew.none"
	case z.floor() && z.finish.Counted == inCoats:
		return "renew.floor"
	case id == "oil" && z.food():
		return "renew.oil_food"
	}
	return "renew." + id
}

// renewalOfBare is what bare wood asks: in the weather a choice, where it is handled or wet a look for splinters.
func (z *reader) renewalOfBare(months int) string {
	wet := z.life.Outdoors() || z.use.group == "wet" || z.floor()
	handled := z.food() || z.life.Has(enduse.Child)
	switch {
	case !z.wood.Wood():
		return "renew.bare_quiet"
	case z.life.Outdoors() && !z.life.Has(enduse.Child):
		return "renew.bare_out"
	case (wet || handled) && months > 0:
		return "renew.bare"
	}
	return "renew.bare_quiet"
}
