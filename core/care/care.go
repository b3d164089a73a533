// Package care turns the facts of a finished piece into what its buyer must know, read at any time in any of its
// languages. Every sentence stands there because of a fact and carries it; it needs three: the layer is there and can
// be reached, the hazard occurs in this life, the reader can act on it. Nothing is claimed that a label does not state.
package care

import (
	"slices"
	"strings"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/system"
)

// Facts are all that a card is made of, and what is stored of it: no sentence is.
type Facts struct {
	Title      string         `json:"title"` // what its buyer calls it
	Number     string         `json:"number"`
	Workshop   string         `json:"workshop"`
	Contact    string         `json:"contact"`
	HandedOver time.Time      `json:"handedOver"`
	Air        climate.Air    `json:"air"` // that its days were reckoned in
	Zones      []Zone         `json:"zones"`
	Location   *time.Location `json:"-"` // the workshop's
}

// Zone is what is on one zone of it.
type Zone struct {
	Name      string    `json:"name"`
	EndUse    string    `json:"endUse"`
	Place     string    `json:"place,omitempty"`
	Material  string    `json:"material"`
	Layers    []Layer   `json:"layers"` // from the ground up; none = left as it was
	Finished  time.Time `json:"finished"`
	Dates     Dates     `json:"dates"`
	OldBelow  string    `json:"oldBelow,omitempty"` // an old finish that was kept below
	Steps     bool      `json:"steps,omitempty"`    // of a stair: it is stepped on, not only walked on
	Worn      bool      `json:"worn,omitempty"`     // rubbed through or cracked on purpose
	FoodFilm  bool      `json:"foodFilm,omitempty"` // the workshop counts a cured film as enough for brief contact
	Patches   []string  `json:"patches,omitempty"`  // places that are not as the rest, as the workshop told them
	Slip      []string  `json:"slip,omitempty"`     // as measured on the finished floor
	Overrides []Past    `json:"overrides,omitempty"`
}

// Layer is what a card asks of one product with its coats.
type Layer struct {
	Role    system.Role       `json:"role"`
	Product string            `json:"product"`
	Maker   string            `json:"maker,omitempty"`
	Family  string            `json:"family"`
	Colour  string            `json:"colour,omitempty"`
	Shade   coating.Shade     `json:"shade"`
	Sheen   coating.Sheen     `json:"sheen"`
	Coats   int               `json:"coats"`
	DryUM   float64           `json:"dryUm,omitempty"` // of all of them, as the label means it
	Water   float64           `json:"water"`           // ratings, 1 to 5
	Heat    float64           `json:"heat"`
	Says    map[string]string `json:"says,omitempty"` // what its label states, by kind of statement
	Laid    []Laid            `json:"laid,omitempty"`
}

// Laid is how one of its coats went on, as far as somebody told.
type Laid struct {
	At     time.Time   `json:"at"`
	Air    climate.Air `json:"air"`
	Method string      `json:"method,omitempty"`
	Lot    string      `json:"lot,omitempty"`
	Litres float64     `json:"litres,omitempty"`
	WetUM  float64     `json:"wetUm,omitempty"`
}

// Past is a step that the workshop took against common practice, with a reason and no test.
type Past struct {
	Kind  string `json:"kind"`  // a term
	Below string `json:"below"` // a term
	Rule  string `json:"rule"`
}

// Line is one sentence for the buyer with the fact it stands for.
type Line struct {
	Message
	Fact  string
	Zones []string // the parts of the piece it is about; empty = the whole of it
}

// sooner tells of two lines of the first weeks that differ in their day only: the slowest zone sets it for the piece.
func (l Line) sooner(o Message) bool {
	day, other := l.Args["day"], o.Args["day"]
	dated := day != Arg{} && other != Arg{}
	return l.ID == o.ID && strings.HasPrefix(l.ID, "today.") && dated
}

// latest keeps the later day of two.
func (l *Line) latest(o Message) {
	if o.Args["day"].moment().After(l.Args["day"].moment()) {
		l.Message = o
	}
}

// Section of a card; its title is the term "title." and its id.
type Section struct {
	ID    string
	Lines []Line
}

// Renewal is when something is due, first, and how often from then on.
type Renewal struct {
	Zone    string // "" = the whole piece
	At      time.Time
	Months  int
	Message Message
}

// Card is one side of paper, as it reads at a moment.
type Card struct {
	Urgent   bool      // read before all of it has hardened: the first weeks come first and stand out
	Hard     time.Time // the day from which the slowest zone has; zero where nothing hardens
	Due      bool      // a renewal is due about now: it comes first
	Sections []Section
	Renewals []Renewal
}

// sectionOrder is how a card reads: what may be done today, how it is cleaned, what hurts it, what to do when something
// has happened, when something is due; history last.
var sectionOrder = []string{
	"today", "what", "every_day", "avoid", "use", "damage", "look_after", "cautions", "history", "ask",
}

func (c Card) order(id string) int {
	if id == "look_after" && c.Due {
		return -1
	}
	return slices.Index(sectionOrder, id)
}

// add puts a zone's line into its section; what another zone said before is said once, for both.
func (c *Card) add(section, zone string, l Line) {
	at := slices.IndexFunc(c.Sections, func(s Section) bool { return s.ID == section })
	if at < 0 {
		at = len(c.Sections)
		c.Sections = append(c.Sections, Section{ID: section})
	}
	s := &c.Sections[at]
	said := func(o Line) bool { return o.same(l.Message) || o.sooner(l.Message) }
	if again := slices.IndexFunc(s.Lines, said); again >= 0 {
		if s.Lines[again].sooner(l.Message) {
			s.Lines[again].latest(l.Message)
		}
		if zones := &s.Lines[again].Zones; !slices.Contains(*zones, zone) {
			*zones = append(*zones, zone)
		}
		return
	}
	l.Zones = []string{zone}
	s.Lines = append(s.Lines, l)
}

// at is where its days are counted.
func (f Facts) at() *time.Location {
	if f.Location == nil {
		return time.UTC
	}
	return f.Location
}

// Write makes the card as it reads at a moment: what has passed by then is told as past.
func Write(f Facts, at time.Time) Card {
	f.Location = f.at()
	var card Card
	for _, z := range f.Zones {
		days := z.Dates.Days(f.Location)
		card.Hard = later(card.Hard, days.Hard)
		card.Urgent = card.Urgent || at.Before(later(days.Ordinary, days.Hard))
	}
	for i := range f.Zones {
		z := f.reader(i, at)
		z.write(&card)
	}
	f.once(&card)
	for s := range card.Sections {
		card.Sections[s].gather(len(f.Zones))
	}
	slices.SortStableFunc(card.Sections, func(a, b Section) int { return card.order(a.ID) - card.order(b.ID) })
	return card
}

// gather puts what holds for all of a piece's zones first.
func (s *Section) gather(zones int) {
	for l := range s.Lines {
		if len(s.Lines[l].Zones) == zones {
			s.Lines[l].Zones = nil
		}
	}
	last := func(l Line) bool { return len(l.Zones) > 0 || l.ID == "today.reckoned" }
	slices.SortStableFunc(s.Lines, func(a, b Line) int {
		switch {
		case last(a) == last(b):
			return 0
		case last(a):
			return 1
		}
		return -1
	})
}

// once says what is said of the whole piece.
func (f Facts) once(card *Card) {
	whole := func(section, fact string, m Message) {
		for _, z := range f.Zones {
			card.add(section, z.Name, Line{Message: m, Fact: fact})
		}
	}
	if card.Urgent {
		whole("today", "the air that the days were reckoned in", Message{"today.reckoned", map[string]Arg{
			"temp": temp(f.Air.TempC), "rh": n(int(f.Air.RH + 0.5)),
		}})
	}
	where := map[string]Arg{"workshop": verbatim(f.Workshop), "number": verbatim(f.Number)}
	if f.Contact == "" {
		whole("ask", "workshop", Message{"ask.where_unsaid", where})
		return
	}
	where["contact"] = verbatim(f.Contact)
	whole("ask", "workshop", Message{"ask.where", where})
}

// Said is a line in a language.
type Said struct {
	ID    string
	Text  string
	Fact  string
	Zones []string
}

// Told is a section in a language.
type Told struct {
	ID    string
	Title string
	Lines []Said
}

// In is the card's sections in a language.
func (c Card) In(l Lang) []Told {
	out := make([]Told, len(c.Sections))
	for i, s := range c.Sections {
		out[i] = Told{ID: s.ID, Title: Message{ID: "title." + s.ID}.In(l)}
		for _, line := range s.Lines {
			out[i].Lines = append(out[i].Lines, Said{line.ID, line.Message.In(l), line.Fact, line.Zones})
		}
	}
	return out
}

// DueSince is the renewal that is due at a moment, the earliest; zero where none is.
func (c Card) DueSince(at time.Time) (due time.Time) {
	for _, r := range c.Renewals {
		next, _ := nextOf(r.At, r.Months, at)
		if at.Before(next.Add(-dueBefore)) {
			continue
		}
		if due.IsZero() || next.Before(due) {
			due = next
		}
	}
	return due
}
