package schedule

import (
	"fmt"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"
	"firmitas/core/workday"

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
func (s session) hurtByRain(work workday.Span, dry time.Time) time.Time {
	f := s.coat.Product.Family
	hurts := rainHurts[f.Drying()]
	spell, known := s.touchDry.Through.At(work.To)
	if cool := known && spell.Air.TempC < slowWaterC; cool && f.Drying() == climate.WaterLeaves {
		hurts = slowWaterHurts
	}
	if f.Is(coating.GroupStain) && f.Body == coating.Penetrating {
		hurts = min(hurts, stainHurts)
	}
	return workday.Latest(dry, work.To.Add(hurts))
}

// harm is the last spell that harms a coat that is laid in a stretch.
func (s session) harm(work workday.Span, zone *time.Location) (last harm, ok bool) {
	if len(s.touchDry.Through) == 0 {
		return last, false
	}
	dry := s.touchDry.From(work.To, zone)
	until := dry
	if s.open {
		until = s.hurtByRain(work, dry)
	}
	for _, spell := range s.touchDry.Through.Over(work.From.Add(-bareAfterRain), until) {
		if by, harms := s.harmedBy(spell, work, dry, zone); harms {
			last, ok = harm{spell, by}, true
		}
	}
	return last, ok
}

// harmedBy tells by what a spell harms a coat that is wet until a moment. What lies below is never coated in air that
// it may not harden in.
func (s session) harmedBy(
	spell climate.Spell, work workday.Span, dry time.Time, zone *time.Location,
) (by hurt, harms bool) {
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
	return forbidden, !s.touchDry.Stops.Allow(spell.Air)
}

// wetted tells whether what falls in a spell meets a coat, or what it goes on before that is dry again.
func (s session) wetted(spell climate.Spell, by hurt, falls bool, work workday.Span) bool {
	return falls && spell.To.Add(s.after(by)).After(work.From)
}

// dewy tells whether dew falls on what lies under an open sky: the work is colder than the air there at night, and has
// to stay as far above its dew point as anywhere.
func dewy(spell climate.Spell, zone *time.Location) bool {
	_, night := drying.DayOrNight(spell.From, zone)
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
func (s session) airAgain(work workday.Span, h *hands.Hands) (again time.Time) {
	if harm, ok := s.harm(work, h.Zone()); ok {
		return workday.Latest(again, harm.spell.To.Add(s.after(harm.by)))
	}
	if !s.dryBeforeNight {
		return again
	}
	if breaks, night := drying.DayOrNight(work.From, h.Zone()); night && !s.known(work.From) {
		return breaks
	}
	if s.wetAtNight(work, h.Zone()) {
		return h.Hours[0].Week.NextDay(work.From)
	}
	return again
}

// said is what a harm is told by: dew and rain by themselves, the label's limits by where the air is known from.
type said struct {
	by    hurt
	known climate.Source
}

func (m harm) said() said {
	if m.by == rained || m.by == dewed {
		return said{by: m.by}
	}
	return said{m.by, m.spell.Source}
}

// Sentences of a coat that waits for a harm to pass, with its name, when it begins, until when the harm lasts, and the
// air in °C and % RH where that is what harms it.
var waitsFor = map[said]string{
	{by: rained}: "%s waits until %s: rain is forecast until %s, and it must neither be rained on nor go on what is wet.",
	{by: dewed}:  "%s waits until %s: dew falls until %s, and it must neither be wet then nor go on what is wet.",
	{forbidden, climate.Measured}: "%s waits until %s: by the air that was read last, which holds until %s, it would be wet in " +
		"what its label forbids (%.0f °C, %.0f %% RH).",
	{forbidden, climate.LastDay}: "%s waits until %s: if the air is until %s as it was a day before, it would be wet in what " +
		"its label forbids (%.0f °C, %.0f %% RH).",
	{forbidden, climate.Forecast}: "%s waits until %s: by the forecast for the time until %s it would be wet in air that its " +
		"label forbids (%.0f °C, %.0f %% RH).",
	{forbiddenBelow, climate.Measured}: "%s waits until %s: by the air that was read last, which holds until %s, the coat " +
		"below may not harden (%.0f °C, %.0f %% RH).",
	{forbiddenBelow, climate.LastDay}: "%s waits until %s: if the air is until %s as it was a day before, the coat below may " +
		"not harden (%.0f °C, %.0f %% RH).",
	{forbiddenBelow, climate.Forecast}: "%s waits until %s: by the forecast for the time until %s the coat below may not " +
		"harden (%.0f °C, %.0f %% RH).",
}

// waits says until when a coat waits for a harm to pass.
func (m harm) waits(title, begins string, zone *time.Location) string {
	args := []any{title, begins, onTheClock(m.spell.To, zone)}
	if of := m.said(); of.known != "" {
		args = append(args, m.spell.Air.TempC, m.spell.Air.RH)
	}
	return fmt.Sprintf(waitsFor[m.said()], args...)
}

// Sentences of a coat for which no place was found, with its name and until when the harm lasts.
var noPlace = map[hurt]string{
	forbidden: "No place was found for %s in which it is not wet in air that its label forbids, until %s: " +
		"keep it warm and dry.",
	forbiddenBelow: "No place was found for %s in which the coat below may harden, until %s: keep it warm and dry.",
	rained:         "No place was found for %s between the rain, until %s: cover it, or bring it in.",
	dewed:          "No place was found for %s in which no dew falls on it, until %s: cover it, or bring it in.",
}

func (m harm) withoutPlace(title string, zone *time.Location) string {
	return fmt.Sprintf(noPlace[m.by], title, onTheClock(m.spell.To, zone))
}
