// Package care turns the facts of a finished piece into what its buyer must know. Every sentence stands there
// because of a fact and carries it; nothing is fixed text, and nothing is claimed that a label does not state.
package care

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/system"
)

// Facts are all that a card is made of.
type Facts struct {
	Piece, Zone, Number string
	Workshop, Contact   string
	Wish                system.Wish
	System              system.System
	Finished            time.Time // the last coat
	HandedOver          time.Time
	LightUse            time.Time
	FullCure            time.Time
	Location            *time.Location
	Patches             []string // places that are not as the rest of the zone, as the workshop told them
	Slip                []string // as measured on the finished floor: value, day, method
}

// Line is one sentence for the buyer with the fact it stands for.
type Line struct {
	Text  string
	Fact  string
	Zones []string // the parts of the piece it is about; empty = the whole of it
}

// Section of a card.
type Section struct {
	ID    string
	Title string
	Lines []Line
}

// Card is one side of paper.
type Card struct {
	Urgent   bool // handed over before full cure: the first weeks come first and stand out
	Sections []Section
	Renew    time.Time // first renewal; zero when none is due as routine
}

// Together makes one card of the cards of a piece's zones. What holds for all of them is said once, what does not is
// said with their names. All must have been written for the same dates.
func Together(zones []string, cards []Card) Card {
	out := Card{Urgent: slices.ContainsFunc(cards, func(c Card) bool { return c.Urgent })}
	for i, c := range cards {
		if out.Renew.IsZero() || (!c.Renew.IsZero() && c.Renew.Before(out.Renew)) {
			out.Renew = c.Renew
		}
		for _, s := range c.Sections {
			at := slices.IndexFunc(out.Sections, func(o Section) bool { return o.ID == s.ID })
			if at < 0 {
				at = len(out.Sections)
				out.Sections = append(out.Sections, Section{ID: s.ID, Title: s.Title})
			}
			out.Sections[at].merge(s.Lines, zones[i])
		}
	}
	slices.SortStableFunc(
		out.Sections,
		func(a, b Section) int { return order(a.ID, out.Urgent) - order(b.ID, out.Urgent) },
	)
	for s := range out.Sections {
		for l := range out.Sections[s].Lines {
			if line := &out.Sections[s].Lines[l]; len(line.Zones) == len(cards) {
				line.Zones = nil
			}
		}
	}
	return out
}

func (s *Section) merge(lines []Line, zone string) {
	for _, l := range lines {
		if at := slices.IndexFunc(s.Lines, func(o Line) bool { return o.Text == l.Text }); at >= 0 {
			s.Lines[at].Zones = append(s.Lines[at].Zones, zone)
			continue
		}
		l.Zones = []string{zone}
		s.Lines = append(s.Lines, l)
	}
}

// sectionOrder is how a card reads; before full cure the first weeks come first.
var sectionOrder = []string{
	"what",
	"first_weeks",
	"every_day",
	"avoid",
	"use",
	"look_after",
	"damage",
	"cautions",
	"ask",
}

func order(id string, urgent bool) int {
	if urgent && id == "first_weeks" {
		return -1
	}
	return slices.Index(sectionOrder, id)
}

// Write makes the card. Plain words, short sentences, second person.
func Write(f Facts) Card {
	c := Card{Urgent: f.HandedOver.Before(f.FullCure), Renew: f.renewal()}
	sections := []Section{
		f.whatThisIs(),
		f.firstWeeks(),
		f.everyDay(),
		f.avoid(),
		f.use(),
		f.lookAfter(c.Renew),
		f.smallDamage(),
		f.cautions(),
		f.ask(),
	}
	if f.family().NothingOn() {
		c.Urgent = false
		sections = []Section{f.whatIsLeft(), f.livingWithIt(), f.spareIt(), f.keepingIt(), f.cautions(), f.ask()}
	}
	for _, s := range sections {
		if len(s.Lines) > 0 {
			c.Sections = append(c.Sections, s)
		}
	}
	slices.SortStableFunc(c.Sections, func(a, b Section) int { return order(a.ID, c.Urgent) - order(b.ID, c.Urgent) })
	return c
}

// last is what the buyer touches and looks after: the layer that takes the wear, or a wax that covers it.
func (f Facts) last() *coating.Product {
	if top := f.top(); top.Product.Family.Body == coating.Wax && !top.Partly() {
		return top.Product
	}
	return f.System.Protection().Product
}

func (f Facts) top() system.Layer        { return f.System.Layers[len(f.System.Layers)-1] }
func (f Facts) family() *coating.Family  { return f.last().Family }
func (f Facts) has(g enduse.GateID) bool { return f.Wish.Use.Has(g) }
func (f Facts) day(t time.Time) string   { return t.In(f.Location).Format("2 January 2006") }

// section collects lines.
type section struct{ Section }

func (s *section) say(fact, format string, args ...any) {
	s.Lines = append(s.Lines, Line{Text: fmt.Sprintf(format, args...), Fact: fact})
}

func (s *section) when(holds bool, fact, format string, args ...any) {
	if holds {
		s.say(fact, format, args...)
	}
}

var number = []string{
	"No",
	"One",
	"Two",
	"Three",
	"Four",
	"Five",
	"Six",
	"Seven",
	"Eight",
	"Nine",
	"Ten",
	"Eleven",
	"Twelve",
}

// sentence ends what somebody typed as a sentence does.
func sentence(text string) string { return strings.TrimRight(text, ".!? ") + "." }

// decorated are decorations in words that need no explanation, by family; others are painted.
var decorated = map[string]string{
	"transfer_rub_on":      "a printed transfer",
	"transfer_water_slide": "a printed transfer",
	"decoupage_paper":      "printed paper",
	"leaf_metal":           "metal leaf",
	"size_gilding":         "the size that holds the leaf",
	"wax_gilding":          "gilding wax",
	"crackle_medium":       "a medium that lets the paint crack",
}

// plain is a coat in words that need no explanation.
func plain(p *coating.Product) string {
	f := p.Family
	switch {
	case decorated[f.ID] != "":
		return decorated[f.ID]
	case f.Is("resin"):
		return "a poured resin"
	case f.Is("decor"):
		return "a painted decoration (" + p.Colour + ")"
	case f.Is("textile") && p.Shade == coating.Clear:
		return "a protector sprayed into the cloth"
	case f.Is("textile"):
		return "fabric paint (" + p.Colour + ")"
	case f.Is("primer"):
		return "primer"
	case f.Is("paint"):
		return "paint (" + p.Colour + ")"
	case f.Is("stain"):
		return "wood stain (" + p.Colour + ")"
	case f.Body == coating.Wax:
		return "furniture wax"
	case f.Has(coating.Hardwax):
		return "an oil with hard wax that soaks into the wood"
	case f.Cure == coating.NoCure:
		return "a food-grade oil that stays soft in the wood"
	case f.Is("oil"):
		return "an oil that soaks into the wood"
	case f.Carrier == coating.Alcohol:
		return "shellac, a natural resin"
	case f.Carrier == coating.Water:
		return "a clear water-based varnish"
	case f.Catalysed():
		return "a clear hardened lacquer"
	case f.Carrier == coating.LacquerSolvent:
		return "a clear lacquer"
	}
	return "a clear oil varnish"
}

func (f Facts) whatThisIs() Section {
	s := section{Section{ID: "what", Title: "What this is"}}
	layers := f.System.Layers
	for i := len(layers) - 1; i >= 0; i-- {
		l, coats := layers[i], "coats"
		if l.Coats == 1 {
			coats = "coat"
		}
		fact := fmt.Sprintf("%s, %d × (%s)", l.Product.Name, l.Coats, l.Product.Family.Name)
		if i == len(layers)-1 {
			s.say(fact, "%s %s of %s, %s.", number[min(l.Coats, 12)], coats, plain(l.Product), l.Product.Sheen)
		} else {
			s.say(fact, "Below it: %s.", plain(l.Product))
		}
	}
	s.say("material", "Made of: %s.", f.Wish.Material.Name)
	for _, patch := range f.Patches {
		s.say("patch, as kept by the workshop", "A place that was mended: %s", sentence(patch))
	}
	for _, slip := range f.Slip {
		s.say("measured on the finished floor", "Slip was measured on the finished floor: %s", sentence(slip))
	}
	s.say("date of the last coat", "Finished on %s by %s.", f.day(f.Finished), f.Workshop)
	return s.Section
}

func (f Facts) firstWeeks() Section {
	s := section{Section{ID: "first_weeks", Title: "The first weeks"}}
	if f.family().Cure == coating.NoCure {
		s.say("the oil never dries", "Wipe off any oil that comes up in the first days.")
		return s.Section
	}
	light, cured := f.day(f.LightUse), f.day(f.FullCure)
	if f.Wish.Use.CureFirst {
		s.say(
			"end use: fully cured before use",
			"Keep it away from children until %s. Only then is the finish fully hardened.",
			cured,
		)
	} else {
		ahead := f.LightUse.After(f.HandedOver)
		s.when(ahead, "light use of the slowest coat", "You may move it and use it gently from %s.", light)
	}
	s.when(
		!f.Wish.Use.Outdoors(),
		"full cure of the slowest coat",
		"Until %s clean it only with a dry, soft cloth.",
		cured,
	)
	s.when(
		!f.Wish.Use.Outdoors() && !f.has(enduse.Floor),
		"full cure of the slowest coat",
		"Until %s put no cloths, runners or rubber feet on it, nothing hot, and let no water stand.",
		cured,
	)
	s.when(
		f.has(enduse.Floor),
		"full cure of the slowest coat",
		"Until %s lay no rugs or mats, and do not wash it. Lift furniture, never drag it.",
		cured,
	)
	s.when(
		f.Wish.Use.Outdoors(),
		"full cure of the slowest coat",
		"Until %s do not wash it, and leave no cushions, pots or covers lying on it.",
		cured,
	)
	s.when(f.family().Body == coating.Wax, "wax", "Leave the wax alone for the first week. Do not polish it.")
	s.say(
		"full cure of the slowest coat",
		"Fully hardened on %s. This date is an estimate from the air in our workshop; a cold or damp room takes longer.",
		cured,
	)
	return s.Section
}

func (f Facts) everyDay() Section {
	s := section{Section{ID: "every_day", Title: "Every day"}}
	switch {
	case f.family().Is("textile"):
		s.say(
			"last coat: on cloth",
			"Brush or vacuum it gently. Dab marks with a damp cloth and a little mild soap; do not soak or machine wash it.",
		)
	case f.has(enduse.Floor):
		s.say(
			"end use: floor",
			"Sweep with a soft broom. Wipe damp, never wet, with a little of a cleaner made for finished floors.",
		)
	case f.Wish.Use.Outdoors():
		s.say(
			"end use: outdoors",
			"Brush off leaves and dirt. Wash with water, a soft brush and a little mild soap, and let it dry in the air.",
		)
	case f.family().Cure == coating.NoCure:
		s.say("food-grade oil", "Wash by hand with a little mild soap, rinse, and stand it on edge to dry.")
		s.say("food-grade oil", "Never soak it and never put it in the dishwasher.")
	case f.family().Body == coating.Wax:
		s.say(
			"last coat: wax",
			"Dust with a dry, soft cloth. Where it is sticky, a barely damp one, and dry it at once.",
		)
	case f.family().Body == coating.Penetrating:
		s.say("last coat: oil", "Wipe with a damp cloth and dry it. No soap that strips grease: it takes the oil out.")
	default:
		s.say("last coat: film", "Dust with a soft cloth. Wipe with a damp cloth and a drop of mild soap, then dry it.")
	}
	return s.Section
}

const weak = 2 // a rating at which a buyer must be warned; 3 asks for mats

func (f Facts) avoid() Section {
	s := section{Section{ID: "avoid", Title: "Please avoid"}}
	p := f.last()
	rated := func(what string, level float64) string { return fmt.Sprintf("%s: %.0f of 5", what, level) }
	s.when(
		p.Alcohol <= weak,
		rated("alcohol", p.Alcohol),
		"Alcohol and perfume: they soften this finish. Wipe spills up at once.",
	)
	s.when(p.Heat <= weak, rated("heat", p.Heat), "Hot cups, pans and irons: they leave rings.")
	s.when(p.Heat > weak && p.Heat < 5, rated("heat", p.Heat), "Pans straight from the stove: use a trivet.")
	s.when(p.Water <= 3, rated("water", p.Water), "Standing water: wipe it up.")
	s.when(p.Cleaner < 5, rated("cleaner", p.Cleaner), "Ammonia, bleach and strong cleaners.")
	s.say("any finish", "Scouring pads and powders.")
	s.when(
		f.top().Partly(),
		"decoration over the last coat",
		"Rubbing the decoration on top: nothing lies over it. Dust it with a soft brush.",
	)
	s.when(
		!f.family().Is("textile") && !f.has(enduse.Floor) && !f.Wish.Use.Outdoors(),
		"any finish",
		"Polish with silicone: it spoils every later repair.",
	)
	s.when(
		f.family().RedissolvesIn == coating.LacquerSolvent,
		"lacquer",
		"Rubber and soft plastic feet: they mark lacquer. Put felt under them.",
	)
	line := lightLines[f.Wish.Material.Light]
	s.when(line != "" && !f.Wish.Look.Opaque() && !f.Wish.Use.Outdoors(), "material: "+f.Wish.Material.Name, "%s", line)
	return s.Section
}

var lightLines = map[string]string{
	"yellows":          "Strong sun: this wood yellows in light. Move what stands on it now and then.",
	"darkens":          "Strong sun: this wood darkens in light. Move what stands on it now and then.",
	"fades":            "Strong sun: this wood fades in light. Keep it out of the window.",
	"silvers outdoors": "Strong sun: this wood changes colour in light. Move what stands on it now and then.",
}

// marksFrom is the level of heat or alcohol up to which a cup or a glass leaves a mark (practice).
const marksFrom = 3

func (f Facts) use() Section {
	s := section{Section{ID: "use", Title: "In use"}}
	p, u := f.last(), f.Wish.Use
	top := u.Group == "Tops" && u.ID != "board"
	marks := p.Heat <= marksFrom || p.Alcohol <= marksFrom
	s.when(top && marks, "heat or alcohol 3 of 5 or less", "Use coasters and mats.")
	s.when(top, "end use: top", "Felt under vases and lamps.")
	s.when(
		u.Blocking,
		"end use: things rest on it",
		"Wait until %s before you stack books or close doors on it for long.",
		f.day(f.FullCure),
	)
	s.when(
		u.Outdoors(),
		"end use: outdoors",
		"Keep its feet off wet ground, let water run off, and cover it in winter with air underneath.",
	)
	if f.has(enduse.Child) {
		for _, l := range f.System.Layers {
			said := l.Product.Statements[coating.StatesToys].Sense
			s.when(said != "", "label statement", "The label of the %s: %s", plain(l.Product), said)
		}
		s.say("end use: child", "Look it over for chips now and then. If the finish flakes, stop using it and ask us.")
	}
	if f.has(enduse.Food) {
		said := p.Statements[coating.StatesFood].Sense
		s.when(said != "", "label statement", "The label of the finish: %s", said)
		s.when(
			said == "" && f.Wish.FoodPolicy == enduse.CuredFilmFood,
			"workshop setting: cured film",
			"No label statement on food: we count a fully hardened film as enough for brief contact. Use a board for cutting.",
		)
	}
	s.when(f.has(enduse.LowOdour), "end use: inside", "Leave it open to air for the first days.")
	s.when(
		f.has(enduse.Floor),
		"end use: floor",
		"Felt under furniture, mats at the door. A wet floor is slippery whatever its finish.",
	)
	for _, l := range f.System.Layers {
		s.when(
			l.Product.Family.Has(coating.NutOil),
			"contains nut oil",
			"The finish is made with a nut oil. If anyone has an allergy, ask us first.",
		)
	}
	return s.Section
}

// renewMonths is how often the finish is renewed in this life; 0 when not as routine.
func (f Facts) renewMonths() int { return f.Wish.Use.RenewMonths(f.family()) }

func (f Facts) renewal() time.Time {
	months := f.renewMonths()
	if months == 0 {
		return time.Time{}
	}
	return f.Finished.AddDate(0, months, 0)
}

const monthsInYear = 12

// interval says how often, in months or years.
func interval(months int) string {
	switch {
	case months == 1:
		return "every month"
	case months == monthsInYear:
		return "every year"
	case months%monthsInYear == 0:
		return fmt.Sprintf("every %d years", months/monthsInYear)
	}
	return fmt.Sprintf("every %d months", months)
}

func (f Facts) lookAfter(renew time.Time) Section {
	s := section{Section{ID: "look_after", Title: "Looking after it"}}
	if renew.IsZero() {
		s.when(
			f.has(enduse.Floor),
			"last coat: floor film",
			"Before it wears through to the wood, have it lightly sanded and coated again. Never wax it.",
		)
		s.when(
			!f.has(enduse.Floor),
			"last coat: film",
			"It needs no renewal as routine. When it looks tired, ask us before you put anything on it.",
		)
		return s.Section
	}
	every := interval(f.renewMonths())
	by := renew.In(f.Location).Format("January 2006")
	name := f.last().Name
	switch {
	case f.family().Cure == coating.NoCure:
		s.say(
			"renewal: practice",
			"Oil it %s, or when it looks dry: wipe on, leave overnight, wipe off. First time: %s.",
			every,
			by,
		)
	case f.family().Body == coating.Wax:
		s.say(
			"renewal: practice",
			"Renew the wax about %s: thin, leave it, buff it the next day. First time: %s.",
			every,
			by,
		)
	case f.family().Body == coating.Penetrating:
		s.say(
			"renewal: practice",
			"Renew the oil about %s, or when water no longer beads: clean, let it dry, one thin coat of %s, wipe it dry. First time: %s.",
			every,
			name,
			by,
		)
	case f.has(enduse.Floor):
		s.say(
			"renewal: practice",
			"Before it wears through to the wood, about %s, have it lightly sanded and coated again. Never wax it.",
			every,
		)
	case !f.Wish.Use.Outdoors():
		s.say(
			"renewal: practice",
			"About %s, before it wears through, have it lightly sanded and coated again. When it looks tired sooner, ask us before you put anything on it.",
			every,
		)
	default:
		s.say(
			"renewal: practice",
			"Wash it once a year, and give it a light sanding and a fresh coat of %s about %s, before it cracks. First time: %s.",
			name,
			every,
			by,
		)
	}
	return s.Section
}

func (f Facts) smallDamage() Section {
	s := section{Section{ID: "damage", Title: "Small damage"}}
	switch {
	case f.family().Is("textile"):
		s.say("last coat: on cloth", "A worn spot: bring it to us, or ask us for the paint it was done with.")
	case f.family().Body == coating.Wax:
		s.say("last coat: wax", "A ring or scratch: rub on a little of the same wax, buff it the next day.")
		s.say("wax rejects other coats", "Put nothing but wax over it. Nothing else sticks to wax.")
	case f.family().Cure == coating.NoCure:
		s.say("food-grade oil", "A scratch or rough spot: sand it lightly, oil it again.")
		s.say("oil that never dries", "Put no varnish on it. Nothing sticks to this oil.")
	case f.family().Body == coating.Penetrating:
		s.say(
			"last coat: oil",
			"A scratch or dry spot: sand lightly along the grain, wipe on a little of the same oil, wipe it dry after ten minutes.",
		)
		s.say("oil rejects other coats", "Put no varnish over it.")
	case f.family().RedissolvesIn != "":
		s.say(
			"it melts into itself",
			"Rings and scratches can be made good well: bring it to us. Put no other varnish over it.",
		)
	default:
		s.say(
			"last coat: film",
			"A scratch in the surface: leave it, or bring it to us. A chip down to the wood: keep it dry and bring it soon.",
		)
	}
	s.say("what it was finished with", "To touch up: %s, %s, %s.", f.last().Name, f.last().Colour, f.last().Sheen)
	return s.Section
}

func (f Facts) cautions() Section {
	s := section{Section{ID: "cautions", Title: "Take care"}}
	renewed := f.renewMonths() > 0 && f.family().Has(coating.SelfHeatingRags)
	s.when(
		renewed,
		"the maintenance product's rags heat by themselves",
		"Cloths used with this oil can catch fire by themselves. Dry them flat outdoors, or put them under water in a lidded metal tin. The product's own safety sheet decides.",
	)
	for i, l := range f.System.Layers {
		below := f.Wish.Material.Name
		if i > 0 {
			below = plain(f.System.Layers[i-1].Product)
		} else if top := f.Wish.Ground().Top; top != nil {
			below = top.Name
		}
		for _, past := range l.Below.GoneAgainst() {
			s.say(
				"decision of the workshop, rule "+past.Rule.ID,
				"One step we decided ourselves, against common practice: %s over %s. Should it ever show (%s), bring it back to us.",
				plain(l.Product),
				below,
				past.Rule.Failure,
			)
		}
	}
	s.when(
		f.has(enduse.Child),
		"end use: child",
		"This card is not a certificate. A finish does not make a cot or toy comply with its own standards.",
	)
	return s.Section
}

func (f Facts) ask() Section {
	s := section{Section{ID: "ask", Title: "Questions"}}
	s.say("workshop", "%s, %s. Piece number %s.", f.Workshop, f.Contact, f.Number)
	return s.Section
}
