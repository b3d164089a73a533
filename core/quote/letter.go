package quote

import (
	"slices"
	"strings"
	"time"

	"firmitas/core/care"
)

// Facts of a quote as it was given. They are kept as they were: a quote never changes, another one follows it.
type Facts struct {
	Title    string             `json:"title"`
	Workshop string             `json:"workshop"`
	Contact  string             `json:"contact"`
	Number   string             `json:"number"` // of the piece, with that of the quote
	Made     time.Time          `json:"made"`
	Until    time.Time          `json:"until"` // it stands
	Promised *time.Time         `json:"promised,omitempty"`
	Begins   *time.Time         `json:"begins,omitempty"` // the piece must be here
	Zones    []Zone             `json:"zones"`
	Scope    string             `json:"scope,omitempty"` // in the finisher's own words
	Low      string             `json:"low"`             // prices, decimals
	Likely   string             `json:"likely"`
	High     string             `json:"high"`
	Patched  string             `json:"patched,omitempty"` // the highest after a test patch, where one is asked for
	Firm     string             `json:"firm,omitempty"`    // a fixed price, in place of the range
	Currency string             `json:"currency"`
	Tax      string             `json:"tax,omitempty"` // within the likely, or the firm price; "" = not shown
	TaxPct   string             `json:"taxPct,omitempty"`
	Extras   []Extra            `json:"extras,omitempty"`
	Risks    []RiskTold         `json:"risks,omitempty"`
	Minutes  map[string]float64 `json:"minutes"` // that it counts with, by kind of work; not told to the customer
	TimeZone string             `json:"timeZone"`
}

// Zone of a quote.
type Zone struct {
	Name string `json:"name"`
	Kind string `json:"kind"` // of its finish, a term of the cards
	Old  string `json:"old"`  // what becomes of an old finish: "", off or kept
}

// Extra of a quote, within its price.
type Extra struct {
	Name  string `json:"name"`
	Price string `json:"price"`
}

// RiskTold is what nobody knows yet.
type RiskTold struct {
	ID    string   `json:"id"`
	Zones []string `json:"zones"`
}

// What becomes of an old finish.
const (
	OldOff  = "off"
	OldKept = "kept"
)

// Section of a quote, in whole sentences.
type Section struct {
	Title care.Message
	Lines []care.Message
}

// Letter is what a quote tells its customer.
func (f Facts) Letter() []Section {
	at, err := time.LoadLocation(f.TimeZone)
	if err != nil {
		at = time.UTC
	}
	day := func(t time.Time) care.Arg {
		local := t.In(at)
		return care.Arg{Day: &local}
	}
	sum := func(amount string) care.Arg { return care.Arg{Sum: &care.Sum{Amount: amount, Currency: f.Currency}} }
	work := section("quote.work")
	for _, z := range f.Zones {
		id := map[string]string{"": "quote.zone", OldOff: "quote.zone_prepared", OldKept: "quote.zone_kept"}[z.Old]
		work.say(id, map[string]care.Arg{"zone": {Text: z.Name}, "kind": {Term: "kind." + z.Kind}})
	}
	if f.Scope != "" {
		work.say("quote.scope", map[string]care.Arg{"text": {Text: f.Scope}})
	}
	price := section("quote.price")
	if f.Firm != "" {
		price.say("quote.firm", map[string]care.Arg{"sum": sum(f.Firm)})
	} else {
		price.say("quote.range", map[string]care.Arg{"low": sum(f.Low), "high": sum(f.High), "sum": sum(f.Likely)})
		price.say("quote.above", map[string]care.Arg{"high": sum(f.High)})
	}
	for _, e := range f.Extras {
		price.say("quote.extra", map[string]care.Arg{"what": {Text: e.Name}, "sum": sum(e.Price)})
	}
	if f.Tax != "" {
		price.say("quote.tax", map[string]care.Arg{"sum": sum(f.Tax), "text": {Text: f.TaxPct}})
	}
	when := section("quote.when")
	if f.Promised != nil && f.Begins != nil {
		when.say("quote.promised", map[string]care.Arg{
			"day": day(*f.Promised), "by": day(*f.Begins), "until": day(f.mostUntil()),
		})
	}
	when.say("quote.until", map[string]care.Arg{"day": day(f.Until)})
	unknown := section("quote.unknown")
	for _, r := range f.Risks {
		unknown.say("quote."+r.ID, map[string]care.Arg{"zones": {Text: strings.Join(r.Zones, ", ")}})
	}
	if f.Patched != "" {
		unknown.say("quote.patch", map[string]care.Arg{"high": sum(f.Patched)})
	}
	accept := section("quote.accept")
	accept.say("quote.answer", nil)
	accept.say("quote.sample", nil)
	accept.say("quote.label", nil)
	all := []Section{work, price, when, unknown, accept}
	return slices.DeleteFunc(all, func(s Section) bool { return len(s.Lines) == 0 })
}

// mostUntil is by when a quote has to be accepted for its promise: before the work begins.
func (f Facts) mostUntil() time.Time {
	if f.Begins.Before(f.Until) {
		return *f.Begins
	}
	return f.Until
}

func section(id string) Section { return Section{Title: care.Message{ID: id}} }

func (s *Section) say(id string, args map[string]care.Arg) {
	s.Lines = append(s.Lines, care.Message{ID: id, Args: args})
}

// Heading of a quote.
func (f Facts) Heading() care.Message {
	return care.Message{ID: "quote.title", Args: map[string]care.Arg{"title": {Text: f.Title}}}
}

// Issue is its number and day.
func (f Facts) Issue() care.Message {
	made := f.Made
	if at, err := time.LoadLocation(f.TimeZone); err == nil {
		made = made.In(at)
	}
	return care.Message{ID: "quote.number", Args: map[string]care.Arg{"number": {Text: f.Number}, "day": {Day: &made}}}
}
