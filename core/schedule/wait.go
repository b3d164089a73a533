package schedule

import (
	"fmt"
	"math"
	"time"

	"firmitas/core/climate"
	"firmitas/core/compat"
	"firmitas/core/system"
)

// quarter is as fine as a wait is told: a finer figure would promise more than a label or an estimate knows.
const quarter = 15 * time.Minute

// atLeast rounds a wait up to the quarter hour; atMost rounds a window's end down to it.
func atLeast(h float64) time.Duration { return time.Duration(math.Ceil(h*4-1e-9)) * quarter }
func atMost(h float64) time.Duration  { return time.Duration(math.Floor(h*4+1e-9)) * quarter }

// wait is how long something takes in the air that is set for the day and for the night, and in any that is known.
type wait struct {
	day, night time.Duration
	in         func(climate.Air) time.Duration
	hours      func(climate.Air) float64 // the same, not rounded up
	through    climate.Course            // the air where the piece stands, as far as it is known
	stops      *climate.Limits           // nothing of it passes outside; nil = it passes in any air
}

// waitFor is a wait that takes so many hours in an air.
func waitFor(w system.Wish, hours func(climate.Air) float64) wait {
	in := func(air climate.Air) time.Duration { return atLeast(hours(air)) }
	out := wait{day: in(w.Air), in: in, hours: hours}
	if out.night = out.day; w.ByNight().Air != w.Air {
		out.night = in(w.ByNight().Air)
	}
	return out
}

// slowed is a wait that takes so many times as long.
func (w wait) slowed(times float64) wait {
	in, hours := w.in, w.hours
	w.day, w.night = longer(w.day, times), longer(w.night, times)
	w.in = func(air climate.Air) time.Duration { return longer(in(air), times) }
	w.hours = func(air climate.Air) float64 { return hours(air) * times }
	return w
}

func longer(d time.Duration, times float64) time.Duration { return atLeast(d.Hours() * times) }

// from is when it is over. Progress adds up at the rate of the air that it passes in, the equivalent-age idea of ASTM
// C1074 (value from memory): as it was measured or is expected, and where that is not known, as it is set.
func (w wait) from(t time.Time, zone *time.Location) time.Time {
	asSet := w.day == w.night && !t.Before(w.through.End())
	if asSet || w.day == 0 && w.night == 0 {
		return t.Add(w.day)
	}
	for left := 1.0; ; { // share still to go
		turns, whole := w.stretch(t, zone)
		if whole < never {
			if rest := time.Duration(left * float64(whole)); !t.Add(rest).After(turns) {
				return t.Add(rest).Round(time.Second).Add(quarter - 1).Truncate(quarter)
			}
			left -= float64(turns.Sub(t)) / float64(whole)
		}
		t = turns
	}
}

// share is how much of it passes in a stretch of time: 1 is all of it, and it may be more.
func (w wait) share(from, to time.Time, zone *time.Location) (done float64) {
	for t := from; t.Before(to); {
		turns, whole := w.stretch(t, zone)
		if whole == 0 {
			return 1
		}
		turns = earliest(turns, to)
		if whole < never {
			done += float64(turns.Sub(t)) / float64(whole)
		}
		t = turns
	}
	return done
}

// never stands for how long a wait takes in air in which nothing of it passes.
const never = time.Duration(math.MaxInt64)

// stretch tells until when the air stays as it is at a moment, and how long all of it would take in that.
func (w wait) stretch(t time.Time, zone *time.Location) (time.Time, time.Duration) {
	spell, known := w.through.At(t)
	switch {
	case !known:
		return w.turns(t, zone)
	case spell.From.After(t):
		turns, whole := w.turns(t, zone)
		return earliest(turns, spell.From), whole
	case w.stops != nil && !w.stops.Allow(spell.Air):
		return spell.To, never
	}
	return spell.To, w.in(spell.Air)
}

// turns tells when day or night ends that t lies in, and how long all of it would take in the air that is set.
func (w wait) turns(t time.Time, zone *time.Location) (time.Time, time.Duration) {
	until, night := dayOrNight(t, zone)
	if night {
		return until, w.night
	}
	return until, w.day
}

// dayOrNight tells when the day or the night ends that a moment lies in, and which it is.
func dayOrNight(t time.Time, zone *time.Location) (until time.Time, night bool) {
	t = t.In(zone)
	at := func(days, hour int) time.Time {
		return time.Date(t.Year(), t.Month(), t.Day()+days, hour, 0, 0, 0, zone)
	}
	switch {
	case t.Hour() < system.DayBreaks:
		return at(0, system.DayBreaks), true
	case t.Hour() < system.NightFalls:
		return at(0, system.NightFalls), false
	}
	return at(1, system.DayBreaks), true
}

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
	for _, w := range []*wait{&s.wait, &s.touchDry, &s.lightUse, &s.fullCure, &s.reopens} {
		if w.in == nil {
			continue // nothing follows, or no window
		}
		known := map[climate.Air]time.Duration{}
		in := w.in
		w.through = course
		w.in = func(air climate.Air) time.Duration {
			d, ok := known[air]
			if !ok {
				d = in(air)
				known[air] = d
			}
			return d
		}
	}
	s.wait.stops, s.touchDry.stops = &limits, &limits
}

// wetAtNight tells whether a coat that is laid in a stretch meets, still wet, a night's air that harms it, by what is
// set; a night whose air is known is judged by that.
func (s session) wetAtNight(work Span, zone *time.Location) bool {
	end := work.To.In(zone)
	falls := time.Date(end.Year(), end.Month(), end.Day(), system.NightFalls, 0, 0, 0, zone)
	return s.dryBeforeNight && !s.known(falls) && end.Add(s.touchDry.day).After(falls)
}

// known tells whether the air of a moment was read, or is forecast.
func (s session) known(t time.Time) bool {
	spell, ok := s.touchDry.through.At(t)
	return ok && !spell.From.After(t)
}

// age is for how many hours in an air a coat has dried by a moment, where the air is known that it dried in; nil where
// it is not, or nothing follows.
func (s session) age(by time.Time, air climate.Air, zone *time.Location) *float64 {
	known := s.wait.through.Over(s.stands.To, by)
	if len(known) == 0 || s.wait.in == nil {
		return nil
	}
	exact := s.wait.share(s.stands.To, by, zone) * s.wait.hours(air)
	hours := math.Ceil(exact*3600-1e-3) / 3600 // to the second: sums of shares end a hair short
	return &hours
}

// driedAmiss says of a coat that was laid that it met air, still wet, in which its label forbids it to dry: no number
// of hours tells then whether it is sound. "" where it did not, or nobody read the air.
func (s session) driedAmiss(zone *time.Location) string {
	if len(s.touchDry.through) == 0 {
		return ""
	}
	dry := s.touchDry.from(s.stands.To, zone)
	for _, spell := range s.touchDry.through.Over(s.stands.To, dry) {
		if spell.Source == climate.Measured && !s.touchDry.stops.Allow(spell.Air) {
			return fmt.Sprintf("It met air, still wet, that its label forbids: %s on %s.",
				airWords(spell.Air), onTheClock(latest(spell.From, s.stands.To), zone))
		}
	}
	return ""
}

// wetNote warns of a coat for which no place was found in which it dries unharmed; "" where one was.
func (s session) wetNote(work Span, h *hands) string {
	if s.told != nil {
		return ""
	}
	if harm, ok := s.harm(work, h.zone()); ok {
		return harm.withoutPlace(s.title, h.zone())
	}
	if s.wetAtNight(work, h.zone()) {
		return s.title + " is still wet when the night's air comes, which its label forbids: keep the room warm that night, or split the zone."
	}
	return ""
}

// airNotes tells what the air does to a coat that has its place: what lies there and is not covered is slowed, and what
// is to come is held back.
func (p *Plan) airNotes(s session, at placing, step Step, h *hands, covered bool) {
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
func (s session) slowedNote(laid Span, h *hands) string {
	if s.last || len(s.wait.through) == 0 {
		return ""
	}
	end, zone := laid.To.Add(s.late), h.zone()
	asSet := wait{day: s.wait.day, night: s.wait.night}.from(end, zone)
	is := s.wait.from(end, zone)
	known := s.wait.through.Over(end, is)
	tells := len(known) > 0 && is.Sub(asSet) >= worthTelling
	if !tells || h.room.Now.Sub(is) > newsFor {
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
func (s session) heldNote(p placing, from time.Time, h *hands) string {
	if !p.how.forAir {
		return ""
	}
	at := latest(from, s.notBefore)
	sooner, _ := s.earliest(h, at, p.how.keyed)
	harm, ok := s.harm(sooner, h.zone())
	if !ok {
		return "" // the night that is set: its own sentence stands in the plan's limits
	}
	return harm.waits(s.title, onTheClock(s.lays(p.work), h.zone()), h.zone())
}

// onTheClock is a moment in a sentence.
func onTheClock(t time.Time, zone *time.Location) string {
	return t.In(zone).Format("2 January, 15:04")
}

func airWords(a climate.Air) string { return fmt.Sprintf("%.0f °C and %.0f %% RH", a.TempC, a.RH) }
