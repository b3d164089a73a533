// Package drying is how long something takes to dry in air that changes, by day and by night, as it was measured, as it
// is expected, or as it is set.
package drying

import (
	"math"
	"time"

	"firmitas/core/climate"
	"firmitas/core/system"
	"firmitas/core/workday"
)

// quarter is as fine as a wait is told: a finer figure would promise more than a label or an estimate knows.
const quarter = 15 * time.Minute

// AtLeast rounds a wait, in hours, up to the quarter hour.
func AtLeast(h float64) time.Duration { return time.Duration(math.Ceil(h*4-1e-9)) * quarter }

// AtMost rounds the end of a window, in hours, down to the quarter hour.
func AtMost(h float64) time.Duration { return time.Duration(math.Floor(h*4+1e-9)) * quarter }

// Wait is how long something takes in the air that is set for the day and for the night, and in any that is known.
type Wait struct {
	Day, Night time.Duration
	In         func(climate.Air) time.Duration
	Hours      func(climate.Air) float64 // the same, not rounded up
	Through    climate.Course            // the air where the piece stands, as far as it is known
	Stops      *climate.Limits           // nothing of it passes outside; nil = it passes in any air
}

// WaitFor is a wait that takes so many hours in an air.
func WaitFor(w system.Wish, hours func(climate.Air) float64) Wait {
	in := func(air climate.Air) time.Duration { return AtLeast(hours(air)) }
	out := Wait{Day: in(w.Air), In: in, Hours: hours}
	if out.Night = out.Day; w.ByNight().Air != w.Air {
		out.Night = in(w.ByNight().Air)
	}
	return out
}

// Slowed is a wait that takes so many times as long.
func (w Wait) Slowed(times float64) Wait {
	in, hours := w.In, w.Hours
	w.Day, w.Night = longer(w.Day, times), longer(w.Night, times)
	w.In = func(air climate.Air) time.Duration { return longer(in(air), times) }
	w.Hours = func(air climate.Air) float64 { return hours(air) * times }
	return w
}

func longer(d time.Duration, times float64) time.Duration { return AtLeast(d.Hours() * times) }

// From is when it is over. Progress adds up at the rate of the air that it passes in, the equivalent-age idea of ASTM
// C1074 (value from memory): as it was measured or is expected, and where that is not known, as it is set.
func (w Wait) From(t time.Time, zone *time.Location) time.Time {
	asSet := w.Day == w.Night && !t.Before(w.Through.End())
	if asSet || w.Day == 0 && w.Night == 0 {
		return t.Add(w.Day)
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

// Share is how much of it passes in a stretch of time: 1 is all of it, and it may be more.
func (w Wait) Share(from, to time.Time, zone *time.Location) (done float64) {
	for t := from; t.Before(to); {
		turns, whole := w.stretch(t, zone)
		if whole == 0 {
			return 1
		}
		turns = workday.Earliest(turns, to)
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
func (w Wait) stretch(t time.Time, zone *time.Location) (time.Time, time.Duration) {
	spell, known := w.Through.At(t)
	switch {
	case !known:
		return w.turns(t, zone)
	case spell.From.After(t):
		turns, whole := w.turns(t, zone)
		return workday.Earliest(turns, spell.From), whole
	case w.Stops != nil && !w.Stops.Allow(spell.Air):
		return spell.To, never
	}
	return spell.To, w.In(spell.Air)
}

// turns tells when day or night ends that t lies in, and how long all of it would take in the air that is set.
func (w Wait) turns(t time.Time, zone *time.Location) (time.Time, time.Duration) {
	until, night := DayOrNight(t, zone)
	if night {
		return until, w.Night
	}
	return until, w.Day
}

// DayOrNight tells when the day or the night ends that a moment lies in, and which it is.
func DayOrNight(t time.Time, zone *time.Location) (until time.Time, night bool) {
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
