package substrate

import "slices"

// Action is what may be done with an old finish.
type Action string

const (
	Nothing Action = "nothing" // there is none
	Keep    Action = "keep"    // clean it, key it, coat over it
	Dewax   Action = "dewax"
	Scrape  Action = "scrape"
	SandOff Action = "sand_off"
	Strip   Action = "strip"
)

// Standing of an option.
type Standing string

const (
	Open     Standing = "possible"
	Doubtful Standing = "doubtful" // on a test board first
	Ruled    Standing = "ruled_out"
)

// Wish is what the decision turns on: the look that is wanted.
type Wish struct {
	ShowsWood bool // natural or stained
	Stained   bool
	Child     bool // children will use the piece
	Life      Life
}

// Option is one way to deal with the old finish, compared in hours, risk and what it opens.
type Option struct {
	Action       Action
	Standing     Standing
	Why          string
	Works        []Work
	MinutesPerM2 float64 // of its works, by hand; stubborn finishes take half as long again
	Risk         string
	Opens        string
}

// Options weighs every way to deal with what was found, the recommended one first. Basis: practice.
func (i Inspection) Options(w Wish) []Option {
	if !i.Finished() {
		return []Option{{Action: Nothing, Standing: Open, Why: "Bare: nothing has to go.", Opens: "every finish"}}
	}
	keep, scrape, sand, strip := i.keep(w), i.scrape(), i.sandOff(), i.strip()
	all := []Option{keep, scrape, sand, strip}
	if i.Finish != nil && i.Finish.ID == "wax" {
		all = []Option{i.dewax(), keep}
	}
	if i.Finish != nil && i.Finish.ID == "oil" {
		all = []Option{keep, sand}
	}
	if i.Valued { // its skin is what it is worth
		all = append([]Option{i.conserve()}, slices.DeleteFunc(all, func(o Option) bool { return o.Action == Keep })...)
	}
	// The first that is possible is recommended, then the doubtful; the rest follow in their order.
	out := make([]Option, 0, len(all))
	for _, standing := range []Standing{Open, Doubtful, Ruled} {
		for _, o := range all {
			if o.Standing == standing {
				for _, work := range o.Works {
					o.MinutesPerM2 += work.In(w.Life).MinutesPerM2
				}
				out = append(out, o)
			}
		}
	}
	return out
}

// conserve keeps what is there as it is: the answer for a piece of value. What was loose is a restorer's.
func (i Inspection) conserve() Option {
	o := Option{
		Action:   Keep,
		Standing: Open,
		Works:    []Work{Conserving},
		Risk:     "Every cleaning takes a little: test each step in a hidden place, stop when in doubt.",
		Opens:    "what comes off again: wax, shellac over shellac, or nothing at all",
		Why:      "Its skin is part of its value: clean it dry, keep it, add nothing that cannot come off again.",
	}
	if i.Condition == Flaking || i.Condition == Cracked || i.Condition == Chalky {
		o.Why = "Its skin is part of its value, and it lifts: a conservator lays the flakes down before anything touches it."
	}
	return o
}

func (i Inspection) keep(w Wish) Option {
	o := Option{
		Action:   Keep,
		Standing: Open,
		Works:    []Work{Degrease, KeyOld},
		Risk:     "What lies below decides how long the new coats hold.",
		Opens:    "coats that grip a keyed film",
		Why:      "It is sound: clean it, key it dull, and coat over it.",
	}
	rule := func(s Standing, why string) {
		if o.Standing != Ruled {
			o.Standing, o.Why = s, why
		}
	}
	switch {
	case i.Unknown && w.ShowsWood:
		rule(
			Doubtful,
			"Nobody knows what it is: find out with the finger tests, or try a test board over a coat of dewaxed shellac.",
		)
	case i.Unknown:
		o.Why = "Nobody knows what it is, and under paint nobody needs to: clean it, key it, then dewaxed shellac or a shellac-based primer, which joins nearly anything."
	}
	if i.Condition == Worn && i.film() {
		rule(Doubtful, "Worn through in places, the new coats will show the edge between bare and coated.")
	}
	if i.Finish != nil && i.Finish.ID == "wax" {
		rule(Ruled, "Nothing but wax holds on wax: take it off.")
	}
	if w.ShowsWood && i.opaque() {
		rule(Ruled, "It hides the wood you want to see.")
	}
	if w.Stained && i.film() {
		rule(Ruled, "Stain needs bare wood; only a gel stain lies on a film.")
	}
	if i.Condition == Flaking || i.Condition == Cracked || i.Condition == Chalky {
		rule(Ruled, "It does not hold by itself, so nothing over it will.")
	}
	if w.Child && i.LeadFound() {
		rule(Ruled, "Lead stays within a child's reach.")
	}
	return o
}

func (i Inspection) dewax() Option {
	return Option{
		Action:   Dewax,
		Standing: Open,
		Works:    []Work{Dewaxing},
		Opens:    "any coat, over dewaxed shellac as insurance",
		Risk:     "Wax left in the pores shows as fish-eyes.",
		Why:      "Scrape the thick of it, then mineral spirits and clean cloths until the cloth stays clean.",
	}
}

// byLead rules out dry removal while lead is not excluded.
func (i Inspection) byLead(o Option) Option {
	switch {
	case i.LeadOpen():
		o.Standing, o.Why = Ruled, "Not before a lead test: an old paint or varnish may hold lead."
	case i.LeadFound():
		o.Standing, o.Why = Ruled, "Lead was found: no dry sanding, scraping or heat. Licensed removal, as local law asks."
	}
	return o
}

func (i Inspection) scrape() Option {
	o := Option{
		Action:   Scrape,
		Standing: Open,
		Works:    []Work{Scraping},
		Opens:    "bare wood: every finish and stain",
		Risk:     "Slips and gouges; slow on mouldings.",
		Why:      "A sharp scraper with the grain takes film off without loading dust with it.",
	}
	if i.Material != nil && i.Material.Slick {
		o.Standing, o.Why = Ruled, "The face below is not wood: a scraper cuts through it."
	}
	return i.byLead(o)
}

// thinVeneer in mm is sanded through before an old finish is off (practice: modern veneer is about 0.6).
const thinVeneer = 1.0

func (i Inspection) sandOff() Option {
	o := Option{
		Action:   SandOff,
		Standing: Open,
		Works:    []Work{Sanding},
		Opens:    "bare wood: every finish and stain",
		Risk:     "Dust of old coatings; rounded edges.",
		Why:      "Sand it off with the grain, with extraction and mask.",
	}
	if i.Material != nil && i.Material.Kind == Veneer {
		o.Standing, o.Why = Doubtful, "Veneer: by hand only, never near an edge; scraping or stripping is kinder."
		if i.VeneerMM < thinVeneer {
			o.Standing, o.Why = Ruled, "The veneer is thinner than the sanding it would take: about 0.6 mm when modern, and not measured as more."
		}
	}
	if i.Material != nil && i.Material.Slick {
		o.Standing, o.Why = Ruled, "The face below is not wood: sanding cuts through it."
	}
	if i.waxed() {
		o.Standing, o.Why = Ruled, "Wax melts into the paper and is driven into the wood: take the wax off first."
	}
	return i.byLead(o)
}

func (i Inspection) strip() Option {
	o := Option{
		Action:   Strip,
		Standing: Open,
		Works:    []Work{Stripper},
		Opens:    "bare wood, once neutralised and dry",
		Risk:     "Swells glue and veneer when left too long.",
		Why:      "Water-based stripper, thick, as long as its label says; neutralise, rinse, dry.",
	}
	if i.Finish != nil && (i.Finish.ID == "catalysed" || i.Finish.ID == "epoxy") {
		o.Standing, o.Why = Doubtful, "Strippers hardly move this kind: try a spot."
	}
	if i.LeadFound() {
		o.Standing, o.Why = Doubtful, "Wet and contained only, the waste as local law asks; licensed removal where children live."
	}
	return o
}
