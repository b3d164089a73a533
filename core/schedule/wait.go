package schedule

import (
	"fmt"
	"math"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/compat"
	"firmitas/core/system"
)

// judged are a zone's layers, judged in each air that somebody asks for.
type judged struct {
	wish system.Wish
	is   map[climate.Air]system.System
}

func newJudged(w system.Wish, s system.System) judged {
	return judged{w, map[climate.Air]system.System{w.Air: s}}
}

func (j judged) air(air climate.Air) system.System {
	known, ok := j.is[air]
	if !ok {
		w := j.wish
		w.Air, w.Night = air, climate.Air{}
		known = system.Assess(w, j.is[j.wish.Air].Layers)
		j.is[air] = known
	}
	return known
}

// through lets a coat dry in the air of a place as it passes.
func (s *session) through(course climate.Course, below *climate.Limits) {
	s.below = below
	if len(course) == 0 || s.coat.Product.Family.NothingOn() {
		return
	}
	limits := s.coat.Product.Limits()
	for _, w := range []*drying.Wait{&s.wait, &s.touchDry, &s.lightUse, &s.fullCure, &s.reopens} {
		if w.In == nil {
			continue // nothing follows, or no window
		}
		known := map[climate.Air]time.Duration{}
		in := w.In
		w.Through = course
		w.In = func(air climate.Air) time.Duration {
			d, ok := known[air]
			if !ok {
				d = in(air)
				known[air] = d
			}
			return d
		}
	}
	s.wait.Stops, s.touchDry.Stops = &limits, &limits
}

// wetAtNight tells whether a coat that is laid in a stretch meets, still wet, a night's air that harms it, by what is
// set; a night whose air is known is judged by that.
func (s session) wetAtNight(work workday.Span, zone *time.Location) bool {
	end := work.To.In(zone)
	falls := time.Date(end.Year(), end.Month(), end.Day(), system.NightFalls, 0, 0, 0, zone)
	return s.dryBeforeNight && !s.known(falls) && end.Add(s.touchDry.Day).After(falls)
}

// known tells whether the air of a moment was read, or is forecast.
func (s session) known(t time.Time) bool {
	spell, ok := s.touchDry.Through.At(t)
	return ok && !spell.From.After(t)
}

// age is for how many hours in an air a coat has dried by a moment, where the air is known that it dried in; nil where
// it is not, or nothing follows.
func (s session) age(by time.Time, air climate.Air, zone *time.Location) *float64 {
	known := s.wait.Through.Over(s.stands.To, by)
	if len(known) == 0 || s.wait.In == nil {
		return nil
	}
	exact := s.wait.Share(s.stands.To, by, zone) * s.wait.Hours(air)
	hours := math.Ceil(exact*3600-1e-3) / 3600 // to the second: sums of shares end a hair short
	return &hours
}

// driedAmiss says of a coat that was laid that it met air, still wet, in which its label forbids it to dry: no number
// of hours tells then whether it is sound. "" where it did not, or nobody read the air.
func (s session) driedAmiss(zone *time.Location) string {
	if len(s.touchDry.Through) == 0 {
		return ""
	}
	dry := s.touchDry.From(s.stands.To, zone)
	for _, spell := range s.touchDry.Through.Over(s.stands.To, dry) {
		if spell.Source == climate.Measured && !s.touchDry.Stops.Allow(spell.Air) {
			return fmt.Sprintf("It met air, still wet, that its label forbids: %s on %s.",
				airWords(spell.Air), onTheClock(workday.Latest(spell.From, s.stands.To), zone))
		}
	}
	return ""
}

// wetNote warns of a coat for which no place was found in which it dries unharmed; "" where one was.
func (s session) wetNote(work workday.Span, h *hands.Hands) string {
	if s.told != nil {
		return ""
	}
	if harm, ok := s.harm(work, h.Zone()); ok {
		return harm.withoutPlace(s.title, h.Zone())
	}
	if s.wetAtNight(work, h.Zone()) {
		return s.title + " is still wet when the night's air comes, which its label forbids: keep the room warm that night, or split the zone."
	}
	return ""
}

// airNotes tells what the air does to a coat that has its place: what lies there and is not covered is slowed, and what
// is to come is held back.
func (p *Plan) airNotes(s session, at placing, step Step, h *hands.Hands, covered bool) {
	note := ""
	switch {
	case !s.fixed:
		note = s.heldNote(at, step.Ready, h)
	case !covered:
		note = s.slowedNote(at.work, h)
	}
	if note != "" {
		p.Air = append(p.Air, note)
	}
}

// worthTelling is by how much the air has to move a coat before that is told, and newsFor how long it is after the
// coat is ready (practice).
const worthTelling, newsFor = 30 * time.Minute, 12 * time.Hour

// slowedNote says why a coat that lies there is ready later for the next than the air that is set would have let it; ""
// where it is not.
func (s session) slowedNote(laid workday.Span, h *hands.Hands) string {
	if s.last || len(s.wait.Through) == 0 {
		return ""
	}
	end, zone := laid.To.Add(s.late), h.Zone()
	asSet := drying.Wait{Day: s.wait.Day, Night: s.wait.Night}.From(end, zone)
	is := s.wait.From(end, zone)
	known := s.wait.Through.Over(end, is)
	tells := len(known) > 0 && is.Sub(asSet) >= worthTelling
	if !tells || h.Room.Now.Sub(is) > newsFor {
		return ""
	}
	worst := known[0].Air
	for _, spell := range known {
		worst = climate.Harsher(worst, spell.Air)
	}
	sentence := readyLater
	if last := known[len(known)-1]; last.Source != climate.Measured {
		sentence = readyLaterExpected
	}
	later := compat.Duration(is.Sub(asSet).Hours())
	return fmt.Sprintf(sentence, s.title, onTheClock(is, zone), later, worst.TempC, worst.RH)
}

// Sentences of a coat that is ready later: its name, when, by how much, and the coolest and dampest of the air
// meanwhile.
const (
	readyLater = "%s is ready for the next coat on %s, %s later than the air that is set would let it: " +
		"the air was down to %.0f °C or up to %.0f %% RH."
	readyLaterExpected = "%s is ready for the next coat on %s, %s later than the air that is set would let it: " +
		"the air was, or is expected to be, down to %.0f °C or up to %.0f %% RH."
)

// heldNote says what air a coat that is still to come waits out; "" where it waits for none.
func (s session) heldNote(p placing, from time.Time, h *hands.Hands) string {
	if !p.how.forAir {
		return ""
	}
	at := workday.Latest(from, s.notBefore)
	sooner, _ := s.earliest(h, at, p.how.keyed)
	harm, ok := s.harm(sooner, h.Zone())
	if !ok {
		return "" // the night that is set: its own sentence stands in the plan's limits
	}
	return harm.waits(s.title, onTheClock(s.lays(p.work), h.Zone()), h.Zone())
}

// onTheClock is a moment in a sentence.
func onTheClock(t time.Time, zone *time.Location) string {
	return t.In(zone).Format("2 January, 15:04")
}

func airWords(a climate.Air) string { return fmt.Sprintf("%.0f °C and %.0f %% RH", a.TempC, a.RH) }
