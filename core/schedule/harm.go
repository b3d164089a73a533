package schedule

import (
	"fmt"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
)

// harm is a spell that harms a coat: while it is wet, or by what it left on what the coat goes on.
type harm struct {
	spell climate.Spell
	by    hurt
}

type hurt int

const (
	forbidden      hurt = iota // by the label, while it is wet
	forbiddenBelow             // by the label of the coat that it goes on
	rained
	dewed
)

// How long what rain or dew has wetted dries before a coat goes on: bare wood of softwood and open grain a day, a film
// until nothing of it is left in corners and joints, dew two hours (practice).
const bareAfterRain, filmAfterRain, afterDew = 24 * time.Hour, 4 * time.Hour, 2 * time.Hour

// skyC is by how much the work is colder than the air at night under an open sky (estimate: 2 to 4 °C).
const skyC = 3.0

// For how long rain hurts a coat, by the way it dries, where it is not wet for longer (practice). Water leaves slowly
// below slowWaterC.
var rainHurts = map[climate.Drying]time.Duration{
	climate.WaterLeaves: 4 * time.Hour, climate.SolventLeaves: 12 * time.Hour, climate.PartsReact: 12 * time.Hour,
	climate.TakesOxygen: 24 * time.Hour, climate.WaxSets: 24 * time.Hour,
}

const (
	slowWaterC     = 15.0
	slowWaterHurts = 12 * time.Hour
	stainHurts     = 12 * time.Hour // what only colours, and leaves no film
)

// hurtByRain is until when rain hurts a coat that is laid in a stretch.
func (s session) hurtByRain(work Span, dry time.Time) time.Time {
	f := s.coat.Product.Family
	hurts := rainHurts[f.Drying()]
	spell, known := s.touchDry.through.At(work.To)
	if cool := known && spell.Air.TempC < slowWaterC; cool && f.Drying() == climate.WaterLeaves {
		hurts = slowWaterHurts
	}
	if f.Is("stain") && f.Body == coating.Penetrating {
		hurts = min(hurts, stainHurts)
	}
	return latest(dry, work.To.Add(hurts))
}

// harm is the last spell that harms a coat that is laid in a stretch.
func (s session) harm(work Span, zone *time.Location) (last harm, ok bool) {
	if len(s.touchDry.through) == 0 {
		return last, false
	}
	dry := s.touchDry.from(work.To, zone)
	until := dry
	if s.open {
		until = s.hurtByRain(work, dry)
	}
	for _, spell := range s.touchDry.through.Over(work.From.Add(-bareAfterRain), until) {
		if by, harms := s.harmedBy(spell, work, dry, zone); harms {
			last, ok = harm{spell, by}, true
		}
	}
	return last, ok
}

// harmedBy tells by what a spell harms a coat that is wet until a moment. What lies below is never coated in air that
// it may not harden in.
func (s session) harmedBy(spell climate.Spell, work Span, dry time.Time, zone *time.Location) (by hurt, harms bool) {
	if s.open && s.wetted(spell, rained, spell.Wet, work) {
		return rained, true
	}
	dew := spell.From.Before(dry) && dewy(spell, zone) // it harms what is wet, rain what is young too
	if s.open && s.wetted(spell, dewed, dew, work) {
		return dewed, true
	}
	over := !spell.To.After(work.From) || !spell.From.Before(dry)
	switch {
	case over:
		return 0, false
	case s.below != nil && spell.From.Before(work.To) && !s.below.Allow(spell.Air):
		return forbiddenBelow, true
	}
	return forbidden, !s.touchDry.stops.Allow(spell.Air)
}

// wetted tells whether what falls in a spell meets a coat, or what it goes on before that is dry again.
func (s session) wetted(spell climate.Spell, by hurt, falls bool, work Span) bool {
	return falls && spell.To.Add(s.after(by)).After(work.From)
}

// dewy tells whether dew falls on what lies under an open sky: the work is colder than the air there at night, and has
// to stay as far above its dew point as anywhere.
func dewy(spell climate.Spell, zone *time.Location) bool {
	_, night := dayOrNight(spell.From, zone)
	return night && spell.Air.TempC-skyC < spell.Air.DewPoint()+climate.DewMargin
}

// after is how long what a spell has wetted dries before a coat goes on.
func (s session) after(by hurt) time.Duration {
	switch {
	case by == dewed:
		return afterDew
	case by != rained:
		return 0
	case s.bare:
		return bareAfterRain
	}
	return filmAfterRain
}

// airAgain tells from when on a coat might go on again that, laid in a stretch, meets what harms it; zero where nothing
// does.
func (s session) airAgain(work Span, h *hands) (again time.Time) {
	if harm, ok := s.harm(work, h.zone()); ok {
		return latest(again, harm.spell.To.Add(s.after(harm.by)))
	}
	if !s.dryBeforeNight {
		return again
	}
	if breaks, night := dayOrNight(work.From, h.zone()); night && !s.known(work.From) {
		return breaks
	}
	if s.wetAtNight(work, h.zone()) {
		return h.hours[0].week.nextDay(work.From)
	}
	return again
}

var sourceWords = map[climate.Source]string{
	climate.Measured: "as it was read",
	climate.LastDay:  "as it was measured a day before",
	climate.Forecast: "as it is forecast",
}

// words say what harms a coat, to stand after its name.
func (m harm) words(zone *time.Location) string {
	until := onTheClock(m.spell.To, zone)
	switch m.by {
	case rained:
		return fmt.Sprintf("it would be rained on, or go on what is wet: rain is forecast until %s", until)
	case dewed:
		return fmt.Sprintf("dew would fall on it or lie under it, until %s", until)
	case forbiddenBelow:
		return fmt.Sprintf("it would go on in air that the coat below may not harden in, %s until %s, %s",
			airWords(m.spell.Air), until, sourceWords[m.spell.Source])
	}
	return fmt.Sprintf("it would be wet in air that its label forbids, %s until %s, %s",
		airWords(m.spell.Air), until, sourceWords[m.spell.Source])
}
