package care

import (
	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// A card for wood that is left bare, and for an old finish that is kept: nothing hardens, nothing is to be renewed, and
// what matters is what is not done to it.

func (f Facts) bare() bool { return f.family().Is("bare") }

func (f Facts) whatIsLeft() Section {
	s := section{Section{ID: "what", Title: "What this is"}}
	s.when(f.bare(), "left bare", "Bare wood: nothing lies on it, and that is on purpose.")
	s.when(!f.bare(), "kept as it is", "Its old finish, cleaned and kept as it is. Its age is part of its value.")
	s.say("material", "Made of: %s.", f.Wish.Material.Name)
	s.say("date", "Done on %s by %s.", f.day(f.Finished), f.Workshop)
	return s.Section
}

func (f Facts) livingWithIt() Section {
	s := section{Section{ID: "every_day", Title: "Every day"}}
	u := f.Wish.Use
	switch {
	case !f.bare():
		s.say("kept as it is", "Dust it with a soft, dry brush. Nothing wet, no spray, no polish.")
	case u.IsA("sauna"):
		s.say("life: sauna", "Lay a towel under you. Brush it with lukewarm water now and then, and air the room until it is dry.")
	case u.Has(enduse.Food):
		s.say("life: food", "Wash it by hand, rinse, and stand it on edge to dry. Never soak it, never the dishwasher.")
	case u.Outdoors():
		s.say("life: outdoors", "It turns silver grey: that is right, and takes nothing from it. Brush off leaves and dirt.")
	case u.IsA("wet"):
		s.say("life: wet", "Let it dry standing after use. Brush it with water, and use no bath cleaner with chlorine.")
	case u.Has(enduse.Child):
		s.say("life: child", "Wipe it with a damp cloth and let it dry. Never soak it.")
	default:
		s.say("left bare", "Dust it; wipe it with a barely damp cloth and let it dry.")
	}
	return s.Section
}

func (f Facts) spareIt() Section {
	s := section{Section{ID: "avoid", Title: "Please avoid"}}
	s.say("any finish", "Polish with silicone: it spoils every later repair.")
	if !f.bare() {
		s.say("kept as it is", "Oils that promise to feed the wood: they turn dark and sticky, for ever.")
		s.say("kept as it is", "Strong sun, a radiator beside it, a room that is very dry or damp.")
		return s.Section
	}
	s.say("left bare", "Varnish, paint or furniture oil on it before you have asked us.")
	s.when(f.Wish.Material.Tannin, "tannin in the wood", "Wet iron, tins and steel wool: they mark this wood black.")
	s.when(f.Wish.Use.IsA("scent"), "life: scent", "Any coat or scented oil inside: it ends the scent that is the use of it.")
	return s.Section
}

func (f Facts) keepingIt() Section {
	s := section{Section{ID: "look_after", Title: "Looking after it"}}
	u := f.Wish.Use
	wet := u.Outdoors() || u.IsA("wet") || u.Has(enduse.Food)
	switch {
	case !f.bare():
		s.say("kept as it is", "A ring, a flake, a loose piece: keep what came off, and bring it. Let nobody sand or strip it.")
	case wet || u.Has(enduse.Child):
		s.say(
			"renewal: practice",
			"About %s look for splinters and rough spots, and sand them lightly along the grain.",
			interval(max(1, u.RenewMonths(coating.Families["bare"]))),
		)
	default:
		s.say("left bare", "A mark or a rough spot: sand it lightly along the grain, with nothing after it.")
	}
	return s.Section
}
